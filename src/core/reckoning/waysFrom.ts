import type { Passage, Topology } from './topology'
import type { TerminalKey } from './types'

/** For every joint reached from a terminal, the fuses, contacts and transistors on the shortest way to it. */
export function waysFrom(topology: Topology, start: TerminalKey): ReadonlyMap<number, readonly Passage[]> {
  const edges: { readonly to: number; readonly passage: Passage | null }[][] = Array.from({ length: topology.jointCount }, () => [])
  const join = (a: number, b: number, passage: Passage | null) => {
    edges[a]!.push({ to: b, passage })
    edges[b]!.push({ to: a, passage })
  }
  for (const { jointFrom, jointTo, wire } of topology.conductors) if (wire.function !== 'PE') join(jointFrom, jointTo, null)
  for (const passage of topology.passages) join(passage.jointA, passage.jointB, passage)
  const first = topology.jointIndex(start)
  const ways = new Map<number, readonly Passage[]>([[first, []]])
  const queue = [first]
  for (let i = 0; i < queue.length; i += 1) {
    const here = ways.get(queue[i]!)!
    for (const { to, passage } of edges[queue[i]!]!) {
      if (ways.has(to)) continue
      ways.set(to, passage ? [...here, passage] : here)
      queue.push(to)
    }
  }
  return ways
}
