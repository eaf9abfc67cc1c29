import { drawnIn, playScenario, type Scenario, type Short } from '@/core/figures'
import { landingOf, type DeviceId, type Plan, type WireId } from '@/core/plan'
import { sayTime } from '@/core/protection'
import { formatNumber } from '@/core/quantity'
import type { JoinedContext } from './context'
import type { Harm } from './rule'

/** As many as are told with their amperes. */
const TOLD = 3

const EVERYTHING = { state: null, held: {}, open: [] as readonly WireId[], isIdle: false, short: null } as const

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

/** A short at the far end of a lead: what flows and for how long, beside what the lead stands. */
export function shortAt(short: Short, far: string): Harm {
  const { current_A, opens_s, stands_s, endedBy } = short
  const flows = opens_s === null ? `until somebody pulls the plug, for ${endedBy}` : `for ${sayTime(opens_s)}`
  return {
    words: `A short at ${far}: ${formatNumber(current_A)} A ${flows}; the lead stands ${sayTime(stands_s)}`,
    scenario: scenarioOf(`A short at ${far}`, { short }),
  }
}

/** The end of a lead that is not at the device ahead of it: "H1 +". */
export function farEnd(context: JoinedContext, wire: WireId, ahead: DeviceId | null): string {
  const { from, to } = context.plan.wires[wire]!
  const ends = [to, from].flatMap((end) => landingOf(context.plan, end) ?? [])
  const far = ends.find(({ device }) => device !== ahead) ?? ends[0]
  return far ? context.terminalName(far.device, far.terminal).replace(' terminal ', ' ') : 'its end'
}
