import type { Actuator, Device, DeviceId, Draw, Link, Part, Plan, Wire, WireId } from '@/core/plan'
import type { TerminalKey } from './keys'
import type { Steps } from './reach'

/** What feeds a net: a side of the mains, of earth, or of a supply's output. */
export interface Potential {
  readonly kind: 'L' | 'N' | 'PE' | '+' | '-'
  readonly id: string
  /** The inlet, supply or converter it comes from. */
  readonly device: DeviceId
  /** Which output of a supply; null on the mains. */
  readonly output: string | null
  readonly voltage_V: number | null
}

/** Terminals joined by wires and by bars inside parts: one potential, but for what the wires lose. */
export interface Net {
  readonly id: string
  readonly terminals: readonly TerminalKey[]
  readonly wires: readonly WireId[]
  /** What feeds it in some position of every contact, through fuses and contacts too. */
  readonly potentials: readonly Potential[]
}

/** A link inside a device that is not a bar: what a current may pass. */
export interface Passage {
  /** `device/link`. */
  readonly id: string
  readonly device: DeviceId
  readonly link: Exclude<Link, { readonly kind: 'bar' }>
  readonly a: TerminalKey
  readonly b: TerminalKey
  readonly jointA: number
  readonly jointB: number
  /** What moves it, by its place among the model's movers; null for fuses and resistances. */
  readonly mover: number | null
}

/** A wire with both ends at terminals, its own or those that its plugs meet. */
export interface Conductor {
  readonly id: WireId
  readonly wire: Wire
  readonly from: TerminalKey
  readonly to: TerminalKey
  readonly jointFrom: number
  readonly jointTo: number
}

/** An actuator of a device. */
export interface Mover {
  /** `device/actuator`. */
  readonly id: string
  readonly device: DeviceId
  readonly actuator: Actuator
  /** Where it stands where no state holds it and no coil moves it. */
  readonly service: string
  /** Joints of its coil; null where no volts in the plan work it. */
  readonly coil: { readonly plus: number; readonly minus: number; readonly nominal_V: number | null } | null
}

/** What a part takes between two joints. */
export interface ModelDraw {
  /** `device#draw`. */
  readonly id: string
  readonly device: DeviceId
  readonly draw: Draw
  readonly plus: number
  readonly minus: number
  /** As the person has it, at its nominal volts. */
  readonly power_W: number
}

export interface ModelDevice {
  readonly id: DeviceId
  readonly device: Device
  readonly part: Part
}

/**
 * A plan's circuit, compiled once: joints, conductors, actuated links, sources and draws. Immutable; it knows no currents, no
 * sizes and no words. Every question of what feeds what, what a net is and what closes a contact is asked here.
 */
export interface Model extends Wiring {
  readonly plan: Plan
  readonly devices: readonly ModelDevice[]
  readonly deviceById: ReadonlyMap<DeviceId, ModelDevice>
  readonly conductors: readonly Conductor[]
  readonly draws: readonly ModelDraw[]
  /** The part of it that plans share which differ in loads, sizes and names alone; what follows from it is remembered by it. */
  readonly wiring: Wiring
}

/** What joins what. */
export interface Wiring {
  /** What is walked, for every question of what leads where. */
  readonly steps: Steps
  readonly passages: readonly Passage[]
  readonly movers: readonly Mover[]
  readonly sources: readonly { readonly potential: Potential; readonly terminal: TerminalKey }[]
  /** Sources that stand upon another and feed with it: by the joint of the minus, that of the plus. */
  readonly stacks: ReadonlyMap<number, number>
  /** Terminals that are one piece of metal inside a part are one joint; counted from 0. */
  jointOf(key: TerminalKey): number
  readonly jointCount: number
  /** A terminal of each joint, the first entered. */
  readonly terminalOfJoint: readonly TerminalKey[]
  /** Joints joined by wires are a net. */
  netOf(key: TerminalKey): string
  readonly nets: readonly Net[]
  readonly netById: ReadonlyMap<string, Net>
  potentialsOfJoint(joint: number): readonly Potential[]
}
