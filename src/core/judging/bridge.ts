import { drawnIn, playScenario, type Scenario } from '@/core/figures'
import type { TerminalKey } from '@/core/model'
import type { DeviceId, Plan, WireId } from '@/core/plan'
import type { JoinedContext } from './context'
import { stillDrawing } from './harm'
import type { Fix, Harm } from './rule'

/** The one wire that joins two of these terminals by itself; null where there is none, or more than one. */
export function bridgeBetween({ model, plan }: JoinedContext, ends: readonly TerminalKey[]): WireId | null {
  const joints = new Set(ends.map((key) => model.jointOf(key)))
  const found = model.conductors.filter(
    ({ id, jointFrom, jointTo }) =>
      jointFrom !== jointTo && joints.has(jointFrom) && joints.has(jointTo) && plan.wires[id]!.origin !== 'remove',
  )
  return found.length === 1 ? found[0]!.id : null
}

export const takeOut = ({ plan }: JoinedContext, wire: WireId | null): readonly Fix[] =>
  wire === null ? [] : [{ label: `Take ${plan.wires[wire]!.label} out`, commands: [{ type: 'disconnect', id: wire }] }]

/** What runs in a scenario only because of a wire. */
export function runsBy({ plan }: JoinedContext, wire: WireId | null, scenario: Scenario): Harm | null {
  if (wire === null) return null
  const wires = Object.fromEntries(Object.entries(plan.wires).filter(([id]) => id !== wire))
  const without: Plan = { ...plan, wires }
  const [now, then] = [plan, without].map((each) => drawnIn(playScenario(each, scenario))) as [Drawn, Drawn]
  const more = [...now].flatMap(([id, current_A]) => (current_A > 0 && !((then.get(id) ?? 0) > 0) ? [id] : []))
  return stillDrawing(plan, scenario, more)
}

type Drawn = ReadonlyMap<DeviceId, number>
