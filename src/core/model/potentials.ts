import type { Potentials, SolvedComponent } from './solution'
import type { Structure } from './structure'
import type { Model } from './types'

/** Where a network hangs on what was reached before it. */
interface Hung {
  readonly component: number
  /** Its own node there. */
  readonly node: number
  /** The joint there. */
  readonly joint: number
}

/** How volts spread over all joints, whatever the networks are solved at. */
interface Spread {
  /** The island of every joint. */
  readonly island: Int32Array
  readonly isLiveIsland: readonly boolean[]
  /** The network whose volts tell a joint's, or −1; its node there, and the volts of the joint above it. */
  readonly base: Int32Array
  readonly node: Int32Array
  readonly above_V: Float64Array
  /** Every network after those that it hangs on. */
  readonly hung: readonly Hung[]
}

/** The solved volts, and those of all that hangs on them without current. Most questions are about currents: spread when somebody asks. */
export function potentialsOf(model: Model, structure: Structure, solved: readonly SolvedComponent[]): Potentials {
  let made: Potentials | null = null
  const get = () => (made ??= spreadOver(spreadOf(model, structure), solved))
  return { between: (a, b) => get().between(a, b), isLive: (joint) => get().isLive(joint) }
}

function spreadOver(
  { island, isLiveIsland, base, node, above_V, hung }: Spread,
  solved: readonly SolvedComponent[],
): Potentials {
  const shift_V = new Float64Array(solved.length)
  const unknown = new Set<number>()
  const at = (c: number, k: number) => solved[c]!.solution?.potentials_V[k] ?? 0
  const voltOf = (joint: number) =>
    above_V[joint]! + (base[joint]! < 0 ? 0 : shift_V[base[joint]!]! + at(base[joint]!, node[joint]!))
  for (const { component, node: own, joint } of hung) {
    shift_V[component] = voltOf(joint) - at(component, own)
    if (!solved[component]!.solution) unknown.add(island[joint]!)
  }
  return {
    between(a, b) {
      if (island[a] !== island[b] || island[a] === undefined || unknown.has(island[a])) return null
      return voltOf(a) - voltOf(b)
    },
    isLive: (joint) => isLiveIsland[island[joint] ?? -1] ?? false,
  }
}

const known = new WeakMap<Structure, Spread>()

function spreadOf(model: Model, structure: Structure): Spread {
  let own = known.get(structure)
  if (!own) known.set(structure, (own = workOut(model, structure)))
  return own
}

function workOut(model: Model, structure: Structure): Spread {
  const count = model.jointCount
  const island = new Int32Array(count).fill(-1)
  const base = new Int32Array(count).fill(-1)
  const node = new Int32Array(count)
  const above_V = new Float64Array(count)
  const hung: Hung[] = []
  const componentOf = new Int32Array(count).fill(-1)
  structure.components.forEach(({ joints }, c) => {
    for (const joint of joints) componentOf[joint] = c
  })
  const beside = stillEdges(structure)
  const isLiveIsland: boolean[] = []
  const queue: number[] = []
  const spread = new Uint8Array(structure.components.length)
  const reach = (joint: number, at: number, from: number, k: number, volt: number) => {
    if (island[joint] !== -1) return
    island[joint] = at
    base[joint] = from
    node[joint] = k
    above_V[joint] = volt
    queue.push(joint)
  }
  for (let start = 0; start < count; start += 1) {
    if (island[start] !== -1) continue
    const at = isLiveIsland.length
    isLiveIsland.push(false)
    reach(start, at, -1, 0, 0)
    for (let joint = queue.pop(); joint !== undefined; joint = queue.pop()) {
      const c = componentOf[joint]!
      // One joint of a network tells all of them.
      if (c >= 0 && spread[c] === 0) {
        spread[c] = 1
        isLiveIsland[at] = true
        const own = structure.components[c]!
        hung.push({ component: c, node: own.nodeOf(joint), joint })
        own.joints.forEach((other, k) => reach(other, at, c, k, 0))
      }
      for (const { to, volt, isSource } of beside.get(joint) ?? []) {
        if (isSource) isLiveIsland[at] = true
        reach(to, at, base[joint]!, node[joint]!, above_V[joint]! + volt)
      }
    }
  }
  return { island, isLiveIsland, base, node, above_V, hung }
}

interface StillEdge {
  readonly to: number
  /** Volts of `to` above where one comes from. */
  readonly volt: number
  readonly isSource: boolean
}

function stillEdges(structure: Structure): ReadonlyMap<number, readonly StillEdge[]> {
  const edges = new Map<number, StillEdge[]>()
  const add = (from: number, edge: StillEdge) => {
    const list = edges.get(from)
    if (list) list.push(edge)
    else edges.set(from, [edge])
  }
  for (const { a, b, volt } of structure.still) {
    add(b, { to: a, volt, isSource: volt !== 0 })
    add(a, { to: b, volt: -volt, isSource: volt !== 0 })
  }
  return edges
}
