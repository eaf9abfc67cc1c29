import { minimumDegreeOrder } from './ordering'

/**
 * Sparse symmetric positive definite systems: {@link minimumDegreeOrder}, then the up-looking LDLᵀ factorisation along the
 * elimination tree (Davis, "Direct Methods for Sparse Linear Systems", chapter 4).
 */

/** The upper and lower triangle both, column-compressed; values are summed where an entry is given twice. */
export interface SparsePattern {
  readonly n: number
  readonly columnStart: Int32Array
  readonly row: Int32Array
  /** Where each given entry lands among the compressed values. */
  readonly slot: Int32Array
}

/** Compresses a list of entries (i, j), both triangles given. */
export function compress(n: number, rows: ArrayLike<number>, columns: ArrayLike<number>): SparsePattern {
  const count = new Int32Array(n + 1)
  for (let k = 0; k < columns.length; k += 1) count[columns[k]! + 1]! += 1
  for (let j = 0; j < n; j += 1) count[j + 1]! += count[j]!
  const next = count.slice()
  const rawRow = new Int32Array(rows.length)
  const rawEntry = new Int32Array(rows.length)
  for (let k = 0; k < rows.length; k += 1) {
    const at = next[columns[k]!]!
    next[columns[k]!]! += 1
    rawRow[at] = rows[k]!
    rawEntry[at] = k
  }
  const columnStart = new Int32Array(n + 1)
  const row = new Int32Array(rows.length)
  let filled = 0
  const slot = new Int32Array(rows.length)
  const lastSeen = new Int32Array(n).fill(-1)
  for (let j = 0; j < n; j += 1) {
    columnStart[j] = filled
    for (let p = count[j]!; p < count[j + 1]!; p += 1) {
      const i = rawRow[p]!
      if (lastSeen[i]! < columnStart[j]!) {
        lastSeen[i] = filled
        row[filled] = i
        filled += 1
      }
      slot[rawEntry[p]!] = lastSeen[i]!
    }
  }
  columnStart[n] = filled
  return { n, columnStart, row: row.subarray(0, filled), slot }
}

export interface Factorisation {
  /** Takes new values of the same pattern; false when the matrix is not positive definite. */
  factor(values: Float64Array): boolean
  /** Solves in place of the last factor's matrix. */
  solve(rhs: Float64Array): Float64Array
  /** Solves for 1 at one unknown and −1 at another: only what hangs together with them is gone through. */
  solveUnit(plus: number, minus: number): Float64Array
}

/** Orders and analyses once; then factors and solves as often as wanted. */
export const prepareFactorisation = (pattern: SparsePattern): Factorisation => analyse(pattern)()

/** The same, for several sets of values kept side by side: each call gives room of its own for one. */
export function analyse(pattern: SparsePattern): () => Factorisation {
  const { n, columnStart, row } = pattern
  const order = minimumDegreeOrder(pattern)
  const inverse = new Int32Array(n)
  for (let k = 0; k < n; k += 1) inverse[order[k]!] = k

  const parent = new Int32Array(n).fill(-1)
  const flag = new Int32Array(n).fill(-1)
  const columnCount = new Int32Array(n)
  for (let k = 0; k < n; k += 1) {
    flag[k] = k
    const column = order[k]!
    for (let p = columnStart[column]!; p < columnStart[column + 1]!; p += 1) {
      let i = inverse[row[p]!]!
      if (i >= k) continue
      while (flag[i] !== k) {
        if (parent[i] === -1) parent[i] = k
        columnCount[i]! += 1
        flag[i] = k
        i = parent[i]!
      }
    }
  }
  const start = new Int32Array(n + 1)
  for (let k = 0; k < n; k += 1) start[k + 1] = start[k]! + columnCount[k]!
  const trees = treesOf(parent)
  const y = new Float64Array(n)
  const stack = new Int32Array(n)
  return () => {
    const lowerRow = new Int32Array(start[n]!)
    const lower = new Float64Array(start[n]!)
    const diagonal = new Float64Array(n)
    const filled = new Int32Array(n)

    return {
      factor(values) {
        flag.fill(-1)
        filled.fill(0)
        y.fill(0)
        for (let k = 0; k < n; k += 1) {
          let top = n
          flag[k] = k
          const column = order[k]!
          for (let p = columnStart[column]!; p < columnStart[column + 1]!; p += 1) {
            let i = inverse[row[p]!]!
            if (i > k) continue
            y[i]! += values[p]!
            let length = 0
            while (flag[i] !== k) {
              stack[length] = i
              length += 1
              flag[i] = k
              i = parent[i]!
            }
            while (length > 0) {
              top -= 1
              length -= 1
              stack[top] = stack[length]!
            }
          }
          const before = y[k]!
          let pivot = before
          y[k] = 0
          for (; top < n; top += 1) {
            const i = stack[top]!
            const yi = y[i]!
            y[i] = 0
            const end = start[i]! + filled[i]!
            for (let p = start[i]!; p < end; p += 1) y[lowerRow[p]!]! -= lower[p]! * yi
            const entry = yi / diagonal[i]!
            pivot -= entry * yi
            lowerRow[end] = k
            lower[end] = entry
            filled[i]! += 1
          }
          // A pivot lost to cancellation is as good as zero.
          if (!(pivot > PIVOT_REL_TOL * Math.abs(before))) return false
          diagonal[k] = pivot
        }
        return true
      },
      solve(rhs) {
        const x = new Float64Array(n)
        for (let k = 0; k < n; k += 1) x[k] = rhs[order[k]!]!
        for (let k = 0; k < n; k += 1)
          for (let p = start[k]!; p < start[k + 1]!; p += 1) x[lowerRow[p]!]! -= lower[p]! * x[k]!
        for (let k = 0; k < n; k += 1) x[k]! /= diagonal[k]!
        for (let k = n - 1; k >= 0; k -= 1)
          for (let p = start[k]!; p < start[k + 1]!; p += 1) x[k]! -= lower[p]! * x[lowerRow[p]!]!
        const result = new Float64Array(n)
        for (let k = 0; k < n; k += 1) result[order[k]!] = x[k]!
        return result
      },
      solveUnit(plus, minus) {
        const result = new Float64Array(n)
        if (plus === minus) return result
        const [from, to] = [inverse[plus]!, inverse[minus]!]
        const own = trees[from]!
        const other = trees[to]!
        for (const tree of own === other ? [own] : [own, other]) {
          y[from] = tree === own ? 1 : 0
          if (tree === other) y[to]! -= 1
          for (const k of tree)
            if (y[k] !== 0) for (let p = start[k]!; p < start[k + 1]!; p += 1) y[lowerRow[p]!]! -= lower[p]! * y[k]!
          for (const k of tree) y[k]! /= diagonal[k]!
          for (let i = tree.length - 1; i >= 0; i -= 1) {
            const k = tree[i]!
            for (let p = start[k]!; p < start[k + 1]!; p += 1) y[k]! -= lower[p]! * y[lowerRow[p]!]!
          }
          for (const k of tree) {
            result[order[k]!] = y[k]!
            y[k] = 0
          }
        }
        return result
      },
    }
  }
}

const PIVOT_REL_TOL = 1e-14

/** For each place in the order, the places of its elimination tree, ascending: what hangs together. */
function treesOf(parent: Int32Array): readonly Int32Array[] {
  const n = parent.length
  const root = new Int32Array(n)
  const members = new Map<number, number[]>()
  for (let k = n - 1; k >= 0; k -= 1) root[k] = parent[k] === -1 ? k : root[parent[k]!]!
  for (let k = 0; k < n; k += 1) {
    const own = members.get(root[k]!)
    if (own) own.push(k)
    else members.set(root[k]!, [k])
  }
  const lists = new Map([...members].map(([at, list]) => [at, Int32Array.from(list)]))
  return Array.from(root, (at) => lists.get(at)!)
}
