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
