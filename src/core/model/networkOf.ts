import { KIND_NAMES, type CircuitElement } from '@/core/circuit'
import { splitKey } from './keys'
import type { Solution } from './solution'

export interface NamedNetwork {
  readonly ground: string
  readonly elements: readonly CircuitElement[]
  /** Volts that the solution has at each node, against the ground of its network. */
  readonly nodes: Readonly<Record<string, number>>
}

const GROUND = '0'

/**
 * The solved networks of a situation as one list of named elements, with the values that they were solved with. Networks that
 * hang apart share the ground, by which no current flows between them.
 */
export function networkOf({ model, components }: Solution): NamedNetwork {
  const elements: CircuitElement[] = []
  const nodes: Record<string, number> = { [GROUND]: 0 }
  for (const { component, value, solution } of components) {
    const { network, joints } = component
    const name = (node: number) => {
      if (node === 0) return GROUND
      const { device, terminal } = splitKey(model.terminalOfJoint[joints[node]!]!)
      return `${model.deviceById.get(device)!.device.tag}.${terminal}`
    }
    component.elements.forEach(({ id }, i) => {
      const branch = { id, a: name(network.a[i]!), b: name(network.b[i]!), value: value[i]! }
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
    solution?.potentials_V.forEach((volt, node) => (nodes[name(node)] = volt))
  }
  return { ground: GROUND, elements, nodes }
}
