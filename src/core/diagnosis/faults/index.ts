import type { Bench } from '@/core/proof/bench'
import type { Plan } from '@/core/plan'
import type { Fault } from './fault'
import { linkFaults, openWindings, supplyFaults, wrongSettings } from './parts'
import { mainsExchanged, misplacedPlugs, misplacedWires } from './places'
import { bridges, looseWires } from './wires'

export { FAULT_KINDS, type Fault, type FaultKind } from './fault'

const known = new WeakMap<Bench, readonly Fault[]>()

/** Every single thing that may be wrong with a plan's wiring, as far as a meter or a look can meet it. */
export function faultsOf(plan: Plan, bench: Bench): readonly Fault[] {
  let faults = known.get(bench)
  if (!faults) {
    const all = [
      looseWires,
      misplacedWires,
      mainsExchanged,
      misplacedPlugs,
      bridges,
      linkFaults,
      wrongSettings,
      supplyFaults,
      openWindings,
    ]
      .flatMap((list) => list(plan, bench))
      // What goes out is not looked for.
      .filter(({ devices }) => devices.length === 0 || devices.some((id) => plan.devices[id]?.origin !== 'remove'))
    // Two ways to name one thing are one fault: the first.
    known.set(bench, (faults = [...new Map(all.toReversed().map((fault) => [fault.id, fault])).values()].reverse()))
  }
  return faults
}
