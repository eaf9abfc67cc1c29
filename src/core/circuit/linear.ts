import { findBridges } from './bridges'
import { analyse, compress, type Factorisation, type SparsePattern } from './sparse'

/**
 * Between each island and a point that all of them share: large enough to carry nothing that a meter sees, small enough to keep
 * the matrix definite. Islands that nothing joins otherwise have no volts between them.
 */
export const TIE_OHM = 1e9

/** Branches by numbers: a conductance of each between two nodes; 0 where it is open. */
export interface Branches {
  readonly nodes: number
  readonly a: Int32Array
  readonly b: Int32Array
}

/** What differs from the values a network was solved with. */
export interface Changes {
  /** New conductance by the number of the branch, in 1/Ω; 0 opens it. */
  readonly branches: ReadonlyMap<number, number>
  /** Branches besides. */
  readonly added: readonly { readonly a: number; readonly b: number; readonly conductance_S: number }[]
}

interface Update {
  readonly a: number
  readonly b: number
  readonly w: Float64Array
  /** Of the Sherman–Morrison formula. */
  readonly factor: number
}

/** A linear network as some of its branches differ. Vectors are by node; nothing given is written into. */
export class ChangedNetwork {
  constructor(
    private readonly base: LinearNetwork,
    private readonly updates: readonly Update[],
    /** Islands of the base in which anything differs, by their numbers there. */
    readonly touched: ReadonlySet<number>,
    /** Nodes that conduct to one another have the same number; the base's own where no island changed. */
    readonly islands: Int32Array,
  ) {}

  /** Whether anything at all differs from the base. */
  get isChanged(): boolean {
    return this.updates.length > 0 || this.islands !== this.base.islands
  }

  /** Whether it came from another set of values. */
  isOther({ base }: ChangedNetwork): boolean {
    return this.base !== base
  }

  islandOf(node: number): number {
    return this.islands[node]!
  }

  /** What the base has between two nodes, to be handed to `ohmsFrom`. */
  ohmsHere(p: number, q: number): number {
    return this.base.ohms(p, q)
  }

  /** Volts after the change, from those of the same injection before it. */
  volts(before_V: Float64Array): Float64Array {
    return corrected(before_V, this.updates)
  }

  /** Volts of the injection of 1 A into the first node and out of the second. */
  response(into: number, outOf: number): Float64Array {
    return corrected(this.base.response(into, outOf), this.updates)
  }

  /** Ohms between two nodes; Infinity where nothing joins them. */
  ohms(p: number, q: number): number {
    if (p === q) return 0
    return this.islands[p] === this.islands[q] ? this.ohmsFrom(this.base.ohms(p, q), p, q) : Infinity
  }

  /** The same from what the base has there, for who asks again and again. */
  ohmsFrom(before_ohm: number, p: number, q: number): number {
    if (this.islands[p] !== this.islands[q]) return Infinity
    const { updates } = this
    let ohm = before_ohm
    for (let i = 0; i < updates.length; i += 1) {
      const { w, factor } = updates[i]!
      const across = w[p]! - w[q]!
      ohm -= factor * across * across
    }
    return ohm > 0 ? ohm : 0
  }
}

/** A list of branches analysed once, to be factored for as many sets of values as are asked about. */
export class LinearStructure {
  private readonly pattern: SparsePattern
  private readonly make: () => Factorisation

  constructor(readonly branches: Branches) {
    const { nodes, a, b } = branches
    const rows: number[] = []
    const columns: number[] = []
    for (let k = 0; k < nodes; k += 1) {
      rows.push(k)
      columns.push(k)
    }
    for (let e = 0; e < a.length; e += 1) {
      rows.push(a[e]!, b[e]!)
      columns.push(b[e]!, a[e]!)
    }
    this.pattern = compress(nodes, rows, columns)
    this.make = analyse(this.pattern)
  }

  /** Factored for these conductances, one for each branch. */
  at(conductance_S: Float64Array): LinearNetwork {
    const { nodes, a, b } = this.branches
    const { slot, row } = this.pattern
    const values = new Float64Array(row.length)
    const islands = islandsOf(nodes, a, b, conductance_S)
    for (let k = 0; k < nodes; k += 1) if (islands[k] === k) values[slot[k]!]! += 1 / TIE_OHM
    for (let e = 0; e < a.length; e += 1) {
      const g = conductance_S[e]!
      if (g === 0 || a[e] === b[e]) continue
      values[slot[a[e]!]!]! += g
      values[slot[b[e]!]!]! += g
      values[slot[nodes + 2 * e]!]! -= g
      values[slot[nodes + 2 * e + 1]!]! -= g
    }
    const factorisation = this.make()
    if (!factorisation.factor(values)) throw new Error('The network’s resistances are too unequal to solve')
    return new LinearNetwork(this.branches, conductance_S, factorisation, islands)
  }
}

/**
 * A network of resistances, factored once. What a few changed branches do to it follows from that factorisation by rank-one
 * updates (Sherman and Morrison, "Adjustment of an inverse matrix…", Annals of Mathematical Statistics 21, 1950; from memory):
 * one solution for each changed branch, remembered, instead of a new factorisation.
 */
export class LinearNetwork {
  private readonly columns = new Map<number, Float64Array>()
  private bridges: Uint8Array | null = null
  private lists: IslandLists | null = null

  constructor(
    readonly branches: Branches,
    readonly conductance_S: Float64Array,
    private readonly factorisation: Factorisation,
    readonly islands: Int32Array,
  ) {}

  /** Volts of injections by node, in ampere. */
  solve(injection_A: Float64Array): Float64Array {
    return this.factorisation.solve(injection_A)
  }

  /** Volts of 1 A into the first node and out of the second; the last some hundred are remembered. */
  response(into: number, outOf: number): Float64Array {
    const key = into * this.branches.nodes + outOf
    let column = this.columns.get(key)
    if (!column) {
      column = this.factorisation.solveUnit(into, outOf)
      if (this.columns.size >= MOST_COLUMNS) this.columns.clear()
      this.columns.set(key, column)
    }
    return column
  }

  /** Ohms between two nodes as the network is; between islands what its own ties have, which is to be taken for nothing. */
  ohms(p: number, q: number): number {
    const column = this.response(p, q)
    return column[p]! - column[q]!
  }

  /** The same network with some branches changed. */
  change({ branches, added }: Changes): ChangedNetwork {
    const { a, b } = this.branches
    const updates: Update[] = []
    const raise = (from: number, to: number, delta: number) => {
      if (from === to || delta === 0) return
      const w = corrected(this.response(from, to), updates)
      updates.push({ a: from, b: to, w, factor: delta / (1 + delta * (w[from]! - w[to]!)) })
    }
    for (const { a: from, b: to, conductance_S } of added) raise(from, to, conductance_S)
    const opened: number[] = []
    for (const [e, g] of branches) {
      if (g !== 0) raise(a[e]!, b[e]!, g - this.conductance_S[e]!)
      else if (this.conductance_S[e] !== 0 && a[e] !== b[e]) opened.push(e)
    }
    const joins = [
      ...added.filter(({ conductance_S }) => conductance_S !== 0),
      ...[...branches].flatMap(([e, g]) => (g !== 0 && this.conductance_S[e] === 0 ? [{ a: a[e]!, b: b[e]! }] : [])),
    ]
    const { islands, isBridge } = this.islandsAfter(opened, joins)
    // A branch without which its ends hang apart carries nothing: taken out last, it changes no volts within either side.
    opened.forEach((e, i) => {
      if (!isBridge[i]) raise(a[e]!, b[e]!, -this.conductance_S[e]!)
    })
    const touched = new Set<number>()
    for (const e of branches.keys()) touched.add(this.islands[a[e]!]!).add(this.islands[b[e]!]!)
    for (const each of added) touched.add(this.islands[each.a]!).add(this.islands[each.b]!)
    return new ChangedNetwork(this, updates, touched, islands)
  }

  /** Who conducts to whom after a change, and which of the opened branches held its ends together alone. */
  private islandsAfter(
    opened: readonly number[],
    joins: readonly { readonly a: number; readonly b: number }[],
  ): { readonly islands: Int32Array; readonly isBridge: readonly boolean[] } {
    const { a, b } = this.branches
    if (opened.length === 0 && joins.every((each) => this.islands[each.a] === this.islands[each.b]))
      return { islands: this.islands, isBridge: [] }
    if (opened.length === 1 && joins.length === 0) {
      this.bridges ??= this.findBridges()
      if (this.bridges[opened[0]!] === 0) return { islands: this.islands, isBridge: [false] }
    }
    this.lists ??= this.listIslands()
    const touched = new Set<number>()
    for (const e of opened) touched.add(this.islands[a[e]!]!)
    for (const each of joins) touched.add(this.islands[each.a]!).add(this.islands[each.b]!)
    const parent = this.islands.slice()
    const gone = new Set(opened)
    for (const island of touched) {
      for (const node of this.lists.nodes.get(island)!) parent[node] = node
      for (const e of this.lists.branches.get(island) ?? []) if (!gone.has(e)) join(parent, a[e]!, b[e]!)
    }
    for (const each of joins) join(parent, each.a, each.b)
    const islands = parent.slice()
    for (const island of touched) for (const node of this.lists.nodes.get(island)!) islands[node] = find(parent, node)
    const isBridge = opened.map(() => false)
    for (let i = opened.length - 1; i >= 0; i -= 1) {
      const e = opened[i]!
      isBridge[i] = find(parent, a[e]!) !== find(parent, b[e]!)
      join(parent, a[e]!, b[e]!)
    }
    return { islands, isBridge }
  }

  private findBridges(): Uint8Array {
    const { nodes, a, b } = this.branches
    const present = [...this.conductance_S.keys()].filter((e) => this.conductance_S[e] !== 0)
    const isBridge = findBridges(
      nodes,
      present.map((e) => a[e]!),
      present.map((e) => b[e]!),
    )
    const found = new Uint8Array(a.length)
    present.forEach((e, i) => (found[e] = isBridge[i]!))
    return found
  }

  private listIslands(): IslandLists {
    const nodes = new Map<number, number[]>()
    const branches = new Map<number, number[]>()
    const put = (map: Map<number, number[]>, island: number, each: number) => {
      const own = map.get(island)
      if (own) own.push(each)
      else map.set(island, [each])
    }
    this.islands.forEach((island, node) => put(nodes, island, node))
    for (let e = 0; e < this.conductance_S.length; e += 1)
      if (this.conductance_S[e] !== 0) put(branches, this.islands[this.branches.a[e]!]!, e)
    return { nodes, branches }
  }
}

/** Nodes and conducting branches of each island. */
interface IslandLists {
  readonly nodes: ReadonlyMap<number, readonly number[]>
  readonly branches: ReadonlyMap<number, readonly number[]>
}

/** Responses kept of one network. */
const MOST_COLUMNS = 400

function join(parent: Int32Array, one: number, other: number): void {
  parent[find(parent, one)] = find(parent, other)
}

function corrected(before: Float64Array, updates: readonly Update[]): Float64Array {
  if (updates.length === 0) return before
  const after = before.slice()
  for (const { a, b, w, factor } of updates) {
    const amount = factor * (after[a]! - after[b]!)
    if (amount === 0) continue
    for (let k = 0; k < after.length; k += 1) after[k]! -= amount * w[k]!
  }
  return after
}

function find(parent: Int32Array, node: number): number {
  let at = node
  while (parent[at] !== at) {
    parent[at] = parent[parent[at]!]!
    at = parent[at]!
  }
  return at
}

/** The least node of those that each conducts to. */
function islandsOf(nodes: number, a: Int32Array, b: Int32Array, conductance_S: Float64Array): Int32Array {
  const parent = Int32Array.from({ length: nodes }, (_, k) => k)
  for (let e = 0; e < a.length; e += 1) {
    if (conductance_S[e] === 0) continue
    const [x, y] = [find(parent, a[e]!), find(parent, b[e]!)]
    parent[Math.max(x, y)] = Math.min(x, y)
  }
  for (let k = 0; k < nodes; k += 1) parent[k] = find(parent, k)
  return parent
}
