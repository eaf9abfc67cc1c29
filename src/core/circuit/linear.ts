import { analyse, compress, type Factorisation, type SparsePattern } from './sparse'

/**
 * Between each island and a point that all of them share: large enough to carry nothing that a meter sees, small enough to keep
 * the matrix definite. Islands that nothing joins otherwise have no volts between them.
 */
const ISLAND_SIEMENS = 1e-9

/** Branches by numbers: a conductance of each between two nodes; 0 where it is open. */
export interface Branches {
  readonly nodes: number
  readonly a: Int32Array
  readonly b: Int32Array
}

/** What differs from the values a network was solved with. */
export interface Changes {
  /** New conductance by the number of the branch, in siemens; 0 opens it. */
  readonly branches: ReadonlyMap<number, number>
  /** Branches besides. */
  readonly added: readonly { readonly a: number; readonly b: number; readonly siemens: number }[]
}

/** A linear network as some of its branches differ. Vectors are by node; nothing given is written into. */
export interface ChangedNetwork {
  /** Volts after the change, from those of the same injection before it. */
  volts(before_V: Float64Array): Float64Array
  /** Volts of the injection of 1 A into the first node and out of the second. */
  response(into: number, outOf: number): Float64Array
  /** Ohms between two nodes; Infinity where nothing joins them. */
  ohms(p: number, q: number): number
  /** Nodes that conduct to one another have the same number. */
  islandOf(node: number): number
}

interface Update {
  readonly a: number
  readonly b: number
  readonly w: Float64Array
  /** Of the Sherman–Morrison formula. */
  readonly factor: number
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
  at(siemens: Float64Array): LinearNetwork {
    const { nodes, a, b } = this.branches
    const { slot, row } = this.pattern
    const values = new Float64Array(row.length)
    const islands = islandsOf(nodes, a, b, siemens)
    for (let k = 0; k < nodes; k += 1) if (islands[k] === k) values[slot[k]!]! += ISLAND_SIEMENS
    for (let e = 0; e < a.length; e += 1) {
      const g = siemens[e]!
      if (g === 0 || a[e] === b[e]) continue
      values[slot[a[e]!]!]! += g
      values[slot[b[e]!]!]! += g
      values[slot[nodes + 2 * e]!]! -= g
      values[slot[nodes + 2 * e + 1]!]! -= g
    }
    const factorisation = this.make()
    if (!factorisation.factor(values)) throw new Error('The network’s resistances are too unequal to solve')
    return new LinearNetwork(this.branches, siemens, factorisation, islands)
  }
}

/**
 * A network of resistances, factored once. What a few changed branches do to it follows from that factorisation by rank-one
 * updates (Sherman and Morrison, "Adjustment of an inverse matrix…", Annals of Mathematical Statistics 21, 1950; from memory):
 * one solution for each changed branch, remembered, instead of a new factorisation.
 */
export class LinearNetwork {
  private readonly columns = new Map<number, Float64Array>()

  constructor(
    readonly branches: Branches,
    readonly siemens: Float64Array,
    private readonly factorisation: Factorisation,
    private readonly islands: Int32Array,
  ) {}

  /** Volts of injections by node, in ampere. */
  solve(injection_A: Float64Array): Float64Array {
    return this.factorisation.solve(injection_A)
  }

  /** Volts of 1 A into the first node and out of the second; remembered. */
  response(into: number, outOf: number): Float64Array {
    const key = into * this.branches.nodes + outOf
    let column = this.columns.get(key)
    if (!column) {
      const injection = new Float64Array(this.branches.nodes)
      injection[into]! += 1
      injection[outOf]! -= 1
      this.columns.set(key, (column = this.solve(injection)))
    }
    return column
  }

  islandOf(node: number): number {
    return this.islands[node]!
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
    for (const { a: from, b: to, siemens } of added) raise(from, to, siemens)
    const opened: number[] = []
    for (const [e, g] of branches) {
      if (g === 0) opened.push(e)
      else raise(a[e]!, b[e]!, g - this.siemens[e]!)
    }
    const islands = this.islandsAfter(branches, added)
    // A branch without which its ends hang apart carries nothing: taken out last, it changes no volts within either side.
    const parts = { ...islands }
    const isBridge = opened.map(() => false)
    for (let i = opened.length - 1; i >= 0; i -= 1) {
      const e = opened[i]!
      isBridge[i] = find(parts.parent, a[e]!) !== find(parts.parent, b[e]!)
      parts.parent[find(parts.parent, a[e]!)] = find(parts.parent, b[e]!)
    }
    opened.forEach((e, i) => {
      if (!isBridge[i]) raise(a[e]!, b[e]!, -this.siemens[e]!)
    })
    return {
      volts: (before_V) => corrected(before_V, updates),
      response: (into, outOf) => corrected(this.response(into, outOf), updates),
      ohms: (p, q) => {
        if (p === q) return 0
        if (islands.of[p] !== islands.of[q]) return Infinity
        const column = this.response(p, q)
        let ohm = column[p]! - column[q]!
        for (const { w, factor } of updates) ohm -= factor * (w[p]! - w[q]!) ** 2
        return Math.max(0, ohm)
      },
      islandOf: (node) => islands.of[node]!,
    }
  }

  /** Who conducts to whom after a change, by a representative of each; and the tree that says so, to be joined further. */
  private islandsAfter(
    branches: Changes['branches'],
    added: Changes['added'],
  ): { readonly of: Int32Array; readonly parent: Int32Array } {
    const { nodes, a, b } = this.branches
    const { siemens } = this
    const isLess = [...branches].some(([e, g]) => g === 0 && siemens[e] !== 0)
    const parent = isLess ? Int32Array.from({ length: nodes }, (_, k) => k) : this.islands.slice()
    if (isLess)
      for (let e = 0; e < a.length; e += 1)
        if (siemens[e] !== 0 && branches.get(e) !== 0) parent[find(parent, a[e]!)] = find(parent, b[e]!)
    for (const [e, g] of branches) if (g !== 0) parent[find(parent, a[e]!)] = find(parent, b[e]!)
    for (const { a: from, b: to, siemens: g } of added) if (g !== 0) parent[find(parent, from)] = find(parent, to)
    const of = new Int32Array(nodes)
    for (let k = 0; k < nodes; k += 1) of[k] = find(parent, k)
    return { of, parent }
  }
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
function islandsOf(nodes: number, a: Int32Array, b: Int32Array, siemens: Float64Array): Int32Array {
  const parent = Int32Array.from({ length: nodes }, (_, k) => k)
  for (let e = 0; e < a.length; e += 1) {
    if (siemens[e] === 0) continue
    const [x, y] = [find(parent, a[e]!), find(parent, b[e]!)]
    parent[Math.max(x, y)] = Math.min(x, y)
  }
  for (let k = 0; k < nodes; k += 1) parent[k] = find(parent, k)
  return parent
}
