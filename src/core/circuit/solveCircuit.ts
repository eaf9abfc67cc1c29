import { NetworkBuilder } from './network'
import { solveNetwork } from './solveNetwork'
import type { CircuitElement, CircuitRequest, CircuitSolution } from './types'

/**
 * Solves a direct-current network given by names: node potentials and the current through each element. A network without
 * a definite answer (floating nodes, contradictory sources, a load beyond what the network delivers) comes back with
 * `feasible: false` and the names of what is wrong. See {@link solveNetwork} for the method.
 */
export function solveCircuit({ ground, elements }: CircuitRequest): CircuitSolution {
  const index = new Map<string, number>([[ground, 0]])
  const names = [ground]
  const node = (name: string): number => {
    const known = index.get(name)
    if (known !== undefined) return known
    index.set(name, names.length)
    names.push(name)
    return names.length - 1
  }
  const builder = new NetworkBuilder()
  for (const element of elements)
    builder.add(
      element.type,
      node(element.a),
      node(element.b),
      element.value,
      element as Partial<Extract<CircuitElement, { type: 'V' }>>,
    )
  const network = builder.build(names.length)
  const solution = solveNetwork(network, { node: (k) => names[k]!, element: (i) => elements[i]!.id })
  if (solution.kind === 'refused')
    return { feasible: false, nodes: {}, elements: {}, iterations: solution.iterations, reasons: solution.reasons }
  const { potentials_V, currents_A, iterations } = solution
  const nodes: Record<string, number> = {}
  for (let k = 0; k < names.length; k += 1) nodes[names[k]!] = potentials_V[k]!
  const answers: Record<string, { current_A: number; power_W: number }> = {}
  for (let i = 0; i < elements.length; i += 1) {
    const current_A = currents_A[i]!
    answers[elements[i]!.id] = {
      current_A,
      power_W: (potentials_V[network.a[i]!]! - potentials_V[network.b[i]!]!) * current_A,
    }
  }
  return { feasible: true, nodes, elements: answers, iterations, reasons: [] }
}
