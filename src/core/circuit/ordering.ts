import type { SparsePattern } from './sparse'

/**
 * Approximate minimum degree on the quotient graph (after Amestoy, Davis and Duff, "An approximate minimum degree ordering
 * algorithm", SIAM J. Matrix Anal. Appl. 17, 1996; from memory): an eliminated unknown becomes an element that stands for
 * the clique it leaves behind, so that no fill is ever written out. Degrees are upper bounds; ladders and trees come out
 * without fill, meshes near what exact minimum degree gives.
 */
export function minimumDegreeOrder({ n, columnStart, row }: SparsePattern): Int32Array {
  const neighbours: number[][] = new Array<number[]>(n)
  const elements: number[][] = new Array<number[]>(n)
  /** Unknowns of the element that an eliminated unknown became; null before, and once absorbed. */
  const members: (number[] | null)[] = new Array<number[] | null>(n).fill(null)
  const degree = new Int32Array(n)
  const isEliminated = new Uint8Array(n)
  const buckets = new DegreeBuckets(n)
  for (let j = 0; j < n; j += 1) {
    const list: number[] = []
    for (let p = columnStart[j]!; p < columnStart[j + 1]!; p += 1) if (row[p] !== j) list.push(row[p]!)
    neighbours[j] = list
    elements[j] = []
    degree[j] = list.length
  }
  for (let j = n - 1; j >= 0; j -= 1) buckets.put(j, degree[j]!)

  const order = new Int32Array(n)
  const mark = new Int32Array(n).fill(-1)
  const outside = new Int32Array(n)
  const outsideAt = new Int32Array(n).fill(-1)
  for (let k = 0; k < n; k += 1) {
    const pivot = buckets.takeLowest()
    order[k] = pivot
    isEliminated[pivot] = 1
    // The clique left behind: what the pivot still neighbours, and what its elements hold.
    const clique: number[] = []
    mark[pivot] = k
    const gather = (list: readonly number[]) => {
      for (let q = 0; q < list.length; q += 1) {
        const i = list[q]!
        if (mark[i] === k || isEliminated[i] === 1) continue
        mark[i] = k
        clique.push(i)
      }
    }
    gather(neighbours[pivot]!)
    for (const e of elements[pivot]!) {
      if (members[e] === null) continue
      gather(members[e]!)
      members[e] = null
    }
    neighbours[pivot] = []
    elements[pivot] = []
    if (clique.length === 0) continue
    members[pivot] = clique

    // How many unknowns each neighbouring element holds outside the clique.
    for (const i of clique) {
      for (const e of elements[i]!) {
        if (members[e] === null) continue
        if (outsideAt[e] !== k) {
          outsideAt[e] = k
          outside[e] = members[e]!.length
        }
        outside[e]! -= 1
      }
    }
    for (const i of clique) {
      buckets.remove(i, degree[i]!)
      const near = neighbours[i]!
      let kept = 0
      for (let q = 0; q < near.length; q += 1) {
        const j = near[q]!
        if (isEliminated[j] === 1 || mark[j] === k) continue
        near[kept] = j
        kept += 1
      }
      near.length = kept
      const held = elements[i]!
      let bound = kept + clique.length - 1
      let left = 0
      for (let q = 0; q < held.length; q += 1) {
        const e = held[q]!
        if (members[e] === null) continue
        // An element inside the clique says nothing that the clique does not.
        if (outside[e] === 0) {
          members[e] = null
          continue
        }
        held[left] = e
        left += 1
        bound += outside[e]!
      }
      held.length = left
      held.push(pivot)
      degree[i] = Math.min(bound, degree[i]! + clique.length - 1, n - k - 2)
      buckets.put(i, degree[i]!)
    }
  }
  return order
}

/** Unknowns by degree, as doubly linked lists. */
class DegreeBuckets {
  private readonly head: Int32Array
  private readonly next: Int32Array
  private readonly previous: Int32Array
  private lowest = 0

  constructor(n: number) {
    this.head = new Int32Array(n + 1).fill(-1)
    this.next = new Int32Array(n).fill(-1)
    this.previous = new Int32Array(n).fill(-1)
  }

  put(node: number, degree: number): void {
    const first = this.head[degree]!
    this.next[node] = first
    this.previous[node] = -1
    if (first !== -1) this.previous[first] = node
    this.head[degree] = node
    if (degree < this.lowest) this.lowest = degree
  }

  remove(node: number, degree: number): void {
    const [next, previous] = [this.next[node]!, this.previous[node]!]
    if (previous === -1) this.head[degree] = next
    else this.next[previous] = next
    if (next !== -1) this.previous[next] = previous
  }

  takeLowest(): number {
    while (this.head[this.lowest] === -1) this.lowest += 1
    const node = this.head[this.lowest]!
    this.remove(node, this.lowest)
    return node
  }
}
