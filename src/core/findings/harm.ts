import { drawnIn, playScenario, type Scenario } from '@/core/figures'
import type { DeviceId, Part, Plan, WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { Harm } from './types'

/** As many as are told with their amperes. */
const TOLD = 3

/** Every mover of a part where it is not at rest: a stop pressed, a door open. */
export const workedPositions = ({ actuators }: Part): Readonly<Record<string, string>> =>
  Object.fromEntries(actuators.map(({ id, positions, rest }) => [id, positions.find((each) => each !== rest) ?? rest]))

const EVERYTHING = { state: null, held: {}, open: [] as readonly WireId[], isIdle: false } as const

/** A scenario from what is out of the ordinary in it. */
export const scenarioOf = (name: string, changes: Partial<Scenario>): Scenario => ({ ...EVERYTHING, name, ...changes })

/** What devices draw in a scenario; null where none of them draws anything then. */
export function stillDrawing(plan: Plan, scenario: Scenario, devices: readonly DeviceId[]): Harm | null {
  const drawn = drawnIn(playScenario(plan, scenario))
  const words = devices.flatMap((id) => {
    const current_A = drawn.get(id) ?? 0
    return current_A > 0 ? [`${plan.devices[id]!.tag} draws ${formatNumber(current_A)} A`] : []
  })
  return words.length === 0 ? null : { words: `With ${scenario.name}, ${words.slice(0, TOLD).join(', ')}`, scenario }
}
