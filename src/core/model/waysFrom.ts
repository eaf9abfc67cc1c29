import { commit, exclusiveMovers, FREE, isWider, type Commitment } from './moverPositions'
import type { TerminalKey } from './keys'
import type { Model, Passage, Wiring } from './types'

interface Edge {
  /** Of the wire or link: the order in which things were entered decides nothing. */
  readonly id: string
  readonly to: number
  readonly passage: Passage | null
}

interface Known {
  readonly edges: readonly (readonly Edge[])[]
  readonly exclusive: ReadonlySet<number>
  readonly ways: Map<number, ReadonlyMap<number, readonly Passage[]>>
}

const known = new WeakMap<Wiring, Known>()

function knownOf(model: Model): Known {
  let own = known.get(model.wiring)
  if (!own)
    known.set(
      model.wiring,
      (own = { edges: edgesOf(model), exclusive: exclusiveMovers(model.movers, model.passages), ways: new Map() }),
    )
  return own
}

/** Movers of which no way passes two links at once. */
export function changeOvers(model: Model): ReadonlySet<number> {
  return knownOf(model).exclusive
}

/** For every joint reached from a terminal, the fuses, contacts and transistors on the shortest way to it; remembered, since stages and rules ask from the same sources. */
export function waysFrom(model: Model, start: TerminalKey): ReadonlyMap<number, readonly Passage[]> {
  const own = knownOf(model)
  const first = model.jointOf(start)
  let ways = own.ways.get(first)
  if (!ways) own.ways.set(first, (ways = walk(own, first)))
  return ways
}

function edgesOf({ jointCount, conductors, passages }: Model): readonly (readonly Edge[])[] {
  const edges: Edge[][] = Array.from({ length: jointCount }, () => [])
  const join = (id: string, a: number, b: number, passage: Passage | null) => {
    edges[a]!.push({ id, to: b, passage })
    edges[b]!.push({ id, to: a, passage })
  }
  for (const { id, jointFrom, jointTo, wire } of conductors)
    if (wire.function !== 'PE') join(id, jointFrom, jointTo, null)
  for (const passage of passages) join(passage.id, passage.jointA, passage.jointB, passage)
  for (const own of edges) own.sort((one, other) => (one.id < other.id ? -1 : one.id > other.id ? 1 : 0))
  return edges
}

/** As many ways of committing contacts as are followed to one joint. */
const MOST_WAYS = 8

function walk({ edges, exclusive }: Known, first: number): ReadonlyMap<number, readonly Passage[]> {
  const ways = new Map<number, readonly Passage[]>([[first, []]])
  const commitments = new Map<number, Commitment[]>([[first, [FREE]]])
  const queue: { readonly joint: number; readonly way: readonly Passage[]; readonly committed: Commitment }[] = [
    { joint: first, way: [], committed: FREE },
  ]
  for (let i = 0; i < queue.length; i += 1) {
    const here = queue[i]!
    for (const { to, passage } of edges[here.joint]!) {
      const committed = passage ? commit(here.committed, passage, exclusive) : here.committed
      if (committed === null) continue
      const own = commitments.get(to)
      if (own && (own.length >= MOST_WAYS || own.some((other) => isWider(other, committed)))) continue
      if (own) own.push(committed)
      else commitments.set(to, [committed])
      const way = passage ? [...here.way, passage] : here.way
      if (!ways.has(to)) ways.set(to, way)
      queue.push({ joint: to, way, committed })
    }
  }
  return ways
}
