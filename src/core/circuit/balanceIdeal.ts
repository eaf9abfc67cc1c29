import { isIdeal } from './modes'
import type { Network } from './network'

/** Kirchhoff's current law gives the currents of ideal elements, leaf by leaf of the forest that they form. */
export function balanceIdealMutable(network: Network, modes: Uint8Array, currents_A: Float64Array): void {
  const { nodes, kind, a, b } = network
  const outflow_A = new Float64Array(nodes)
  const incident = new Map<number, Set<number>>()
  for (let i = 0; i < kind.length; i += 1) {
    if (!isIdeal(network, modes, i) || a[i] === b[i]) {
      outflow_A[a[i]!]! += currents_A[i]!
      outflow_A[b[i]!]! -= currents_A[i]!
      continue
    }
    for (const end of [a[i]!, b[i]!]) {
      const set = incident.get(end)
      if (set) set.add(i)
      else incident.set(end, new Set([i]))
    }
  }
  const leaves = [...incident].filter(([node, set]) => set.size === 1 && node !== 0).map(([node]) => node)
  while (leaves.length > 0) {
    const leaf = leaves.pop()!
    const i = incident.get(leaf)!.values().next().value
    if (i === undefined) continue
    currents_A[i] = leaf === a[i] ? -outflow_A[leaf]! : outflow_A[leaf]!
    const other = leaf === a[i] ? b[i]! : a[i]!
    outflow_A[other]! += other === a[i] ? currents_A[i]! : -currents_A[i]!
    incident.get(leaf)!.delete(i)
    incident.get(other)!.delete(i)
    if (incident.get(other)!.size === 1 && other !== 0) leaves.push(other)
  }
}
