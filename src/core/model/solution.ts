import type { NetworkSolution } from '@/core/circuit'
import type { DeviceId, WireId } from '@/core/plan'
import type { Component, Positions, Structure } from './structure'
import type { Model } from './types'

export interface SolvedComponent {
  readonly component: Component
  /** What each of its elements was solved with. */
  readonly value: Float64Array
  /** Indices of its elements that are sources. */
  readonly sources: readonly number[]
  /** Null where it has no answer. */
  readonly solution: Extract<NetworkSolution, { kind: 'solved' }> | null
  readonly reasons: readonly string[]
}

/** What a situation settles at. */
export interface Solution {
  readonly model: Model
  readonly structure: Structure
  readonly components: readonly SolvedComponent[]
  readonly positions: Positions
  /** Volts of every joint. */
  readonly volts: Potentials
  /** Devices whose coils find no rest. */
  readonly chattering: readonly DeviceId[]
  readonly reasons: readonly string[]
  /** Devices and wires of the networks that could not be solved. */
  readonly unsolved: ReadonlySet<string>
  /** Sources asked for more than they give, and the loads that let go of it. */
  readonly overloads: readonly { readonly source: string; readonly dropped: readonly string[] }[]
  /** Positive from the wire's first end to its second; a wire that is not here carries nothing. */
  readonly wireCurrent_A: ReadonlyMap<WireId, number>
  readonly linkCurrent_A: ReadonlyMap<string, number>
  /** Of the loads that are fed. */
  readonly drawVoltage_V: ReadonlyMap<string, number>
  readonly drawCurrent_A: ReadonlyMap<string, number>
  /** Output currents of supplies, converters and, as `device/mains`, inlets. */
  readonly outputs: ReadonlyMap<string, { readonly current_A: number; readonly power_W: number }>
  /** What each supply or converter takes at its input. */
  readonly inputs_A: ReadonlyMap<DeviceId, number>
  /** Loads on the mains itself. */
  readonly direct_W: number
}

/** Volts of joints. Joints that nothing joins lie on islands of their own, between which there is no voltage to speak of. */
export interface Potentials {
  /** Volts of the first joint above the second; null between islands, and where a network has no answer. */
  between(a: number, b: number): number | null
  /** Whether a source holds a voltage on the joint's island. */
  isLive(joint: number): boolean
}

/** Most questions are about currents: potentials are spread when somebody asks for one. */
export function lazily(make: () => Potentials): Potentials {
  let made: Potentials | null = null
  const get = () => (made ??= make())
  return { between: (a, b) => get().between(a, b), isLive: (joint) => get().isLive(joint) }
}

/** Spreads the solved volts over all that hangs on them without current. */
export function potentialsOf(model: Model, structure: Structure, solved: readonly SolvedComponent[]): Potentials {
  const count = model.jointCount
  const volt = new Float64Array(count)
  const island = new Int32Array(count).fill(-1)
  const componentOf = new Int32Array(count).fill(-1)
  solved.forEach(({ component }, c) => {
    for (const joint of component.joints) componentOf[joint] = c
  })
  const beside = stillEdges(structure)
  const isLiveIsland: boolean[] = []
  const isUnknown: boolean[] = []
  const queue: number[] = []
  const spread = new Set<SolvedComponent>()
  const reach = (joint: number, value: number, at: number) => {
    if (island[joint] !== -1) return
    island[joint] = at
    volt[joint] = value
    queue.push(joint)
  }
  for (let start = 0; start < count; start += 1) {
    if (island[start] !== -1) continue
    const at = isLiveIsland.length
    isLiveIsland.push(false)
    isUnknown.push(false)
    reach(start, 0, at)
    for (let joint = queue.pop(); joint !== undefined; joint = queue.pop()) {
      const own = solved[componentOf[joint]!]
      // One joint of a network tells all of them.
      if (own && !spread.has(own)) {
        spread.add(own)
        isLiveIsland[at] = true
        if (!own.solution) isUnknown[at] = true
        const base = own.solution ? own.solution.potentials_V[own.component.nodeOf(joint)]! : 0
        own.component.joints.forEach((other, k) =>
          reach(other, volt[joint]! + (own.solution ? own.solution.potentials_V[k]! - base : 0), at),
        )
      }
      for (const { to, volt: rise, isSource } of beside.get(joint) ?? []) {
        if (isSource) isLiveIsland[at] = true
        reach(to, volt[joint]! + rise, at)
      }
    }
  }
  return {
    between(a, b) {
      if (island[a] !== island[b] || island[a] === undefined || isUnknown[island[a]!]) return null
      return volt[a]! - volt[b]!
    },
    isLive: (joint) => isLiveIsland[island[joint] ?? -1] ?? false,
  }
}

interface StillEdge {
  readonly to: number
  /** Volts of `to` above where one comes from. */
  readonly volt: number
  readonly isSource: boolean
}

const knownEdges = new WeakMap<Structure, ReadonlyMap<number, readonly StillEdge[]>>()

function stillEdges(structure: Structure): ReadonlyMap<number, readonly StillEdge[]> {
  const known = knownEdges.get(structure)
  if (known) return known
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
  knownEdges.set(structure, edges)
  return edges
}
