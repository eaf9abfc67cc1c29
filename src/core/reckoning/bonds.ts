import { formatNumber } from '@/core/quantity'
import { COMMON_PRACTICE, step } from '@/core/trace'
import type { DeviceId, Plan, StateId, WireId } from '@/core/plan'
import { JointGroups } from './jointGroups'
import { solveState } from './solveState'
import type { StateNetworks } from './stateNetworks'
import { terminalKey, type Topology } from './topology'
import type { BondReckoning } from './types'

/** Stands for a lead that has come loose. */
const LOOSE_OHM = 1e9

/** Wires that tie the negatives of supplies together and feed nothing by themselves: taken out, both sides keep a supply. */
export function findBonds(topology: Topology): readonly { readonly wire: WireId; readonly supplies: readonly DeviceId[] }[] {
  const minus = topology.sources.filter(({ potential }) => potential.kind === '-')
  return topology.nets.flatMap((net) => {
    const own = minus.filter(({ terminal }) => topology.netOf(terminal) === net.id)
    if (new Set(own.map(({ potential }) => potential.device)).size < 2) return []
    return net.wires.flatMap((wire) => {
      const groups = new JointGroups(topology.jointCount)
      let ends: readonly [number, number] | null = null
      let isSignal = false
      for (const { id, jointFrom, jointTo, wire: each } of topology.conductors) {
        if (id === wire) [ends, isSignal] = [[jointFrom, jointTo], each.function === 'signal']
        // A ground lead beside signals is what the bond is there to spare.
        else if (each.function !== 'PE' && each.function !== 'signal') groups.join(jointFrom, jointTo)
      }
      if (!ends || isSignal || groups.find(ends[0]) === groups.find(ends[1])) return []
      const side = (joint: number) => own.filter(({ terminal }) => groups.find(topology.jointIndex(terminal)) === groups.find(joint)).map(({ potential }) => potential.device)
      const [from, to] = [side(ends[0]), side(ends[1])]
      // A supply without loads on its side hangs on this wire: its lead, and not a bond.
      if (from.length === 0 || to.length === 0 || !ends.every((end) => hasLoads(topology, groups, end))) return []
      return [{ wire, supplies: [...new Set([...from, ...to])] }]
    })
  })
}

/** Whether any load returns to the joints that hang together with this one. */
function hasLoads(topology: Topology, groups: JointGroups, joint: number): boolean {
  const root = groups.find(joint)
  return topology.devices.some(({ id, part }) => part.draws.some(({ minus }) => groups.find(topology.jointIndex(terminalKey(id, minus))) === root))
}

/**
 * For each bond the case that it has to stand: one supply's negative lead comes loose and its loads return through the bond.
 * Each lead is taken out in turn in the given state, and the network solved again.
 */
export function reckonBonds(plan: Plan, topology: Topology, state: StateId, networks: StateNetworks, ohms: ReadonlyMap<WireId, number>, normal_A: ReadonlyMap<WireId, number>): BondReckoning[] {
  const bonds = findBonds(topology).map(({ wire, supplies }): BondReckoning => {
    let worst: { current_A: number; lead: WireId; supply: DeviceId } | null = null
    for (const { potential, terminal } of topology.sources) {
      if (potential.kind !== '-' || !supplies.includes(potential.device)) continue
      const joint = topology.jointIndex(terminal)
      for (const { id, jointFrom, jointTo, wire: lead } of topology.conductors) {
        if (id === wire || lead.function === 'PE' || (jointFrom !== joint && jointTo !== joint)) continue
        const current_A = Math.abs(solveState(plan, topology, networks, new Map([...ohms, [id, LOOSE_OHM]])).wireCurrent_A.get(wire) ?? 0)
        if (!worst || current_A > worst.current_A) worst = { current_A, lead: id, supply: potential.device }
      }
    }
    const usual_A = Math.abs(normal_A.get(wire) ?? 0)
    const value = Math.max(usual_A, worst?.current_A ?? 0)
    return {
      wire, supplies, lead: worst?.lead ?? null, supply: worst?.supply ?? null,
      loose: {
        value, unit: 'A',
        trace: [
          step('Usually', `${formatNumber(usual_A)} A`, 'solved network'),
          step('With a lead loose', worst ? `${plan.wires[worst.lead]!.label}, the negative of ${plan.devices[worst.supply]!.tag}, comes loose: ${formatNumber(worst.current_A)} A return through the bond, state “${plan.states[state]!.name}”` : 'no lead of a supply ends on this net', 'solved network'),
          step('The bond must carry', `${formatNumber(value)} A`, COMMON_PRACTICE),
        ],
      },
    }
  })
  // The networks go back to how they were: they are the plan's, not the trial's.
  if (bonds.length > 0) solveState(plan, topology, networks, ohms)
  return bonds
}
