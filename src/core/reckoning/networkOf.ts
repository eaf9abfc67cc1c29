import { KIND_NAMES, type CircuitElement } from '@/core/circuit'
import type { Plan, StateId, TerminalId } from '@/core/plan'
import { guardWires } from './guards'
import { sizeWires } from './sizeWires'
import { buildTopology, terminalKey } from './topology'

export interface PlanNetwork {
  readonly ground: string
  readonly elements: readonly CircuitElement[]
  /** Volts that the plan's own solution has at each node, against the ground of its network. */
  readonly nodes: Readonly<Record<string, number>>
}

const GROUND = '0'

/**
 * The solved networks of a state as one list of named elements, wire resistances and supplies' inputs as they settled.
 * Networks that hang apart share the ground, by which no current flows between them.
 */
export function networkOf(plan: Plan, stateId: StateId): PlanNetwork {
  const topology = buildTopology(plan)
  const sized = sizeWires(plan, topology, guardWires(plan, topology))
  const names = new Map<number, string>()
  for (const { id, device, part } of topology.devices) {
    for (const terminal of Object.keys(part.terminals)) {
      const joint = topology.jointIndex(terminalKey(id, terminal as TerminalId))
      if (!names.has(joint)) names.set(joint, `${device.tag}.${terminal}`)
    }
  }
  const elements: CircuitElement[] = []
  const nodes: Record<string, number> = { [GROUND]: 0 }
  const result = sized.states.get(stateId)!
  for (const component of sized.networks.get(stateId)!.components) {
    const { network, joints } = component
    const name = (node: number) => (node === 0 ? GROUND : names.get(joints[node]!)!)
    component.elements.forEach(({ id }, i) => {
      const branch = { id, a: name(network.a[i]!), b: name(network.b[i]!), value: network.value[i]! }
      const type = KIND_NAMES[network.kind[i]!]!
      const limit_A = network.limit_A[i]!
      const minimum_V = network.minimum_V[i]!
      elements.push(
        type === 'V' && limit_A !== Infinity
          ? { ...branch, type, limit_A }
          : type === 'P' && minimum_V > 0
            ? { ...branch, type, minimum_V }
            : { ...branch, type },
      )
    })
    result.potentials_V.get(component)?.forEach((volt, node) => (nodes[name(node)] = volt))
  }
  return { ground: GROUND, elements, nodes }
}
