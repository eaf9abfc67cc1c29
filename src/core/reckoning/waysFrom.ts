import type { Passage, Topology } from './topology'
import type { TerminalKey } from './types'

interface Edge {
  readonly to: number
  readonly passage: Passage | null
}

interface Known {
  readonly edges: readonly (readonly Edge[])[]
  readonly ways: Map<number, ReadonlyMap<number, readonly Passage[]>>
}

const known = new WeakMap<Topology, Known>()

/** For every joint reached from a terminal, the fuses, contacts and transistors on the shortest way to it; remembered, since stages and rules ask from the same sources. */
export function waysFrom(topology: Topology, start: TerminalKey): ReadonlyMap<number, readonly Passage[]> {
  let own = known.get(topology)
  if (!own) known.set(topology, (own = { edges: edgesOf(topology), ways: new Map() }))
  const first = topology.jointIndex(start)
  let ways = own.ways.get(first)
  if (!ways) own.ways.set(first, (ways = walk(own.edges, first)))
  return ways
}

function edgesOf(topology: Topology): readonly (readonly Edge[])[] {
  const edges: Edge[][] = Array.from({ length: topology.jointCount }, () => [])
  const join = (a: number, b: number, passage: Passage | null) => {
    edges[a]!.push({ to: b, passage })
    edges[b]!.push({ to: a, passage })
  }
  for (const { jointFrom, jointTo, wire } of topology.conductors)
    if (wire.function !== 'PE') join(jointFrom, jointTo, null)
  for (const passage of topology.passages) join(passage.jointA, passage.jointB, passage)
  return edges
}

function walk(edges: Known['edges'], first: number): ReadonlyMap<number, readonly Passage[]> {
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
