import { isResistive, MODE } from './modes'
import { KIND, type Network } from './network'
import type { Potentials } from './potentials'
import { compress, prepareFactorisation, type Factorisation, type SparsePattern } from './sparse'

/** How the nodes of a network become unknowns, and where each element stands in their matrix: all that does not depend on values. */
export interface Layout {
  /** Unknown of each node; −1 where the ground fixes it. */
  readonly unknown: Int32Array
  readonly unknowns: number
  /** Elements with a conductance between different unknowns. */
  readonly stamped: Uint8Array
  readonly pattern: SparsePattern
  readonly factorisation: Factorisation
}

/** Orders and analyses the matrix of a network with some nodes tied together. */
export function layOut(network: Network, modes: Uint8Array, tied: Potentials): Layout {
  const { nodes: count, kind, a, b } = network
  const unknown = new Int32Array(count)
  const unknownOf = new Int32Array(count).fill(-1)
  const groundRoot = tied.root(0)
  let unknowns = 0
  for (let k = 0; k < count; k += 1) {
    const root = tied.root(k)
    if (root === groundRoot) {
      unknown[k] = -1
      continue
    }
    if (unknownOf[root] === -1) {
      unknownOf[root] = unknowns
      unknowns += 1
    }
    unknown[k] = unknownOf[root]!
  }

  // Entries in the order in which their values are filled in.
  const rows = new Int32Array(4 * kind.length)
  const columns = new Int32Array(4 * kind.length)
  const stamped = new Uint8Array(kind.length)
  let entries = 0
  const enter = (row: number, column: number) => {
    rows[entries] = row
    columns[entries] = column
    entries += 1
  }
  for (let i = 0; i < kind.length; i += 1) {
    if (!isResistive(network, modes, i) && !(kind[i] === KIND.P && modes[i] !== MODE.OFF)) continue
    const ua = unknown[a[i]!]!
    const ub = unknown[b[i]!]!
    if (ua === ub) continue
    stamped[i] = 1
    if (ua >= 0) enter(ua, ua)
    if (ub >= 0) enter(ub, ub)
    if (ua < 0 || ub < 0) continue
    enter(ua, ub)
    enter(ub, ua)
  }
  const pattern = compress(unknowns, rows.subarray(0, entries), columns.subarray(0, entries))
  return { unknown, unknowns, stamped, pattern, factorisation: prepareFactorisation(pattern) }
}
