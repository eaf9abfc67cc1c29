import type { Fixing, Hole, SpacingFault } from '@/core/drilling'
import type { Box3, Rect } from '@/core/geometry'
import type { DayAndNight, ThermostatAdvice } from '@/core/heat'
import type { PixelRun, PixelRunRequest } from '@/core/pixels'
import type { Opening } from '@/core/protection'
import type { Curve, DeviceFamily } from '@/core/reference'
import type { OwnCommand, SafeStateReckoning, StopReckoning } from '@/core/behaviour'
import type {
  BodySide,
  DeviceId,
  EnclosureId,
  FaceId,
  RacewayId,
  Side,
  StateId,
  TerminalId,
  WireFunction,
  WireId,
} from '@/core/plan'
import type { Net, Potential, TerminalKey } from '@/core/model'
import type { Figure, Trace } from '@/core/trace'
import type { EndTreatment } from '@/core/termination'
import type { ServedAtMost } from './settled/fixedLoads'
import type { RouteFigures } from './routes/routeFigures'

export type { Net, Potential, ServedAtMost, TerminalKey }

/** What stands between a wire and its source: the device (or the source's own limit) that ends an overload. */
export interface Guard {
  readonly kind: 'outlet' | 'plug' | 'device' | 'supply-limit'
  readonly id: string
  /** "F2, 5 A blade fuse"; "the outlet's 16 A breaker". */
  readonly label: string
  readonly rating_A: number
  readonly family: DeviceFamily | null
  /** Corrected ampacity a wire needs to be protected by it. */
  readonly needs_A: number
  /** Of a supply's limit: what a wire needs at the very least, where a reckoned one is given more. */
  readonly least_A?: number
  readonly device: DeviceId | null
  readonly link: string | null
  /** The devices ahead of it, by id: what passes through it passes through them too. */
  readonly behind: readonly string[]
}

export interface WireReckoning {
  readonly id: WireId
  readonly function: WireFunction
  /** The size it has or was given; null when none could be found. */
  readonly size: string | null
  readonly isReckoned: boolean
  readonly length_mm: number
  readonly lengthFrom: 'measured' | 'planned' | 'routed' | 'assumed'
  /** By state; null where the network could not be solved. */
  readonly current_A: Readonly<Record<StateId, number | null>>
  /** The greatest of all states. */
  readonly worst: Figure
  readonly ampacity: Figure
  /** The greatest protective device by the basis; null without an ampacity. */
  readonly maxProtection_A: number | null
  /** Worst current as a share of ampacity. */
  readonly loading: Figure
  readonly drop: Figure
  readonly guard: Guard | null
  /** With no other loaded circuit beside it; what lies with it is an assumption until its way is drawn. */
  readonly alone_A: number | null
  /** What a load that stays on may take of it. */
  readonly continuous_A: number | null
  /** The most that what it serves can take (433.3.1, 433.2); null where something can take more than is known. */
  readonly served: ServedAtMost | null
  /** Several devices may each let their current through a shared return; the sum, capped by the source. */
  readonly needs_A: number
  readonly sizing: Figure
  readonly trace: Trace
  readonly reasons: readonly string[]
  readonly from: EndTreatment | null
  readonly to: EndTreatment | null
}

export interface SupplyReckoning {
  readonly device: DeviceId
  /** About it, at which it is reckoned. */
  readonly air_C: number
  readonly outputs: Readonly<
    Record<
      string,
      {
        readonly plus: TerminalKey
        readonly minus: TerminalKey
        readonly voltage_V: number
        readonly capacity_A: number
        readonly current_A: Readonly<Record<StateId, number | null>>
      }
    >
  >
  /** Worst state. */
  readonly demand: Figure
  readonly loading: Figure
  /** Loading with what is kept room for, on top of the heaviest state. */
  readonly later: Figure
  /** How long the output stands when the mains goes, at the heaviest state. */
  readonly holdUp: Figure
  readonly derate: Figure
  readonly worstState: StateId | null
}

export interface ProtectiveReckoning {
  readonly device: DeviceId
  readonly link: string
  readonly family: DeviceFamily
  /** Its own curve where one was chosen; else the family's usual one. */
  readonly curve: Curve | undefined
  readonly rating_A: number | null
  readonly current_A: Readonly<Record<StateId, number | null>>
  /** The greatest of all states that run on; starting up is apart. */
  readonly worst: Figure
  /** The least rating that carries the load. */
  readonly minimum_A: number
  /** The most in a state of starting up; null without one. */
  readonly startUp_A: number | null
  /** The peak that the supplies behind it draw together when they are switched on. */
  readonly inrush_A: number
  /** The greatest fault current it parts. */
  readonly breaking_A: number
  /** A short behind it; null where it is empty or nothing feeds it. */
  readonly fault: FaultReckoning | null
  /** Share of what the family may carry. */
  readonly loading: Figure
  /** The smallest rating for load and wires, as `protect` answers it; null where there is none. */
  readonly advised_A: number | null
  readonly advice: Trace
  readonly wires: readonly WireId[]
  readonly voltage_V: number
  readonly system: 'dc' | 'ac-1ph'
}

/** What happens when something behind a fuse or breaker is shorted. */
export interface FaultReckoning {
  /** Right behind the device. */
  readonly largest_A: number
  readonly atLargest: Opening
  /** At the far end of the longest branch behind it. */
  readonly smallest_A: number
  /** Nobody measured what the outlet gives. */
  readonly isAssumed: boolean
  /** At the smallest fault current. */
  readonly opening: Opening
  readonly words: string
  /** The thinnest feeding wire behind it, and how long it stands the largest fault current. */
  readonly thinnest: {
    readonly wire: WireId
    readonly size: string
    readonly area_mm2: number
    readonly insulation_C: number
    readonly withstands_s: number
  } | null
  readonly ahead: { readonly label: string; readonly isSelective: boolean; readonly reason: string } | null
  readonly figure: Figure
}

/** A contact or transistor that switches loads. */
export interface SwitchReckoning {
  readonly device: DeviceId
  readonly link: string
  readonly kind: 'contact' | 'transistor'
  readonly loads: readonly DeviceId[]
  readonly voltage_V: number
  readonly system: 'dc' | 'ac-1ph'
  readonly worst: Figure
  /** Share of what it stands, by the kind of its loads. */
  readonly loading: Figure
  /** More than is printed on it, customary shares apart. */
  readonly isBeyondPrinted: boolean
  readonly heat: {
    readonly dissipation_W: number
    readonly needsSink: boolean
    readonly wanted_K_per_W: number | null
    readonly fitted_K_per_W: number | null
    readonly max_C: number
    readonly base: Figure
  } | null
  /** Years until it is worn; null where nobody said how often it switches, or it does not wear. */
  readonly wear: Figure | null
}

/** What a wire must stand when a lead of a supply is loose. */
export interface BondReckoning {
  readonly wire: WireId
  /** The supplies whose negatives it ties together; empty where it is one of several leads. */
  readonly supplies: readonly DeviceId[]
  /** The lead whose loss is worst for it. */
  readonly lead: WireId | null
  readonly supply: DeviceId | null
  /** What it carries then. */
  readonly loose: Figure
}

/** A run of pixels as its feed reaches it. */
export interface PixelReckoning extends PixelRun {
  readonly device: DeviceId
  readonly request: PixelRunRequest
  readonly far: Figure
}

/** From a source to an input. */
export interface BranchWay {
  /** Fuses, switches and relays on the way, from the source on. */
  readonly through: readonly DeviceId[]
  readonly fuse: { readonly device: DeviceId; readonly link: string } | null
  readonly wires: readonly WireId[]
}

/** One thing hanging between two beams: what it takes, and what it hangs through, its first input standing for it. */
export interface Branch extends BranchWay {
  readonly device: DeviceId
  readonly current_A: Readonly<Record<StateId, number | null>>
  /** Every input of the device that this rail feeds, each by its own way; of a supply or a converter no draw. */
  readonly inputs: readonly (BranchWay & { readonly draw: string | null })[]
}

/** A pair of potentials with what hangs between them. */
export interface Rail {
  readonly id: string
  readonly kind: 'mains' | 'dc'
  readonly source: DeviceId
  readonly voltage_V: number
  readonly capacity_A: number
  readonly current_A: Readonly<Record<StateId, number | null>>
  readonly load: Figure
  readonly branches: readonly Branch[]
}

/** What a box loses inside, and how warm it gets. */
export interface BoxHeatReckoning {
  readonly enclosure: EnclosureId
  readonly losses: readonly { readonly device: DeviceId; readonly loss_W: Readonly<Record<StateId, number>> }[]
  readonly wires_W: Readonly<Record<StateId, number>>
  readonly worstState: StateId | null
  /** Of the worst state that runs on. */
  readonly loss: Figure
  /** Without any fan. */
  readonly stillAir: Figure
  /** Air through its filters that keeps the house rule; 0 where the walls do, null where none can. */
  readonly wantedFan_m3_per_h: number | null
  readonly blown_m3_per_h: number
  /** From the sun at noon. */
  readonly sun_W: number
  /** Hour by hour; null for a box indoors or of unknown size. */
  readonly day: DayAndNight | null
  readonly thermostat: ThermostatAdvice
  /** With the fans that are in it. */
  readonly inside: Figure
}

/** What stands on a face of an enclosure, what is cut into it, and what is in whose way. */
export interface FaceReckoning {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly side: Side
  readonly isPlate: boolean
  /** Body, and body with the room for plugs, fingers and air that its part asks for. */
  readonly items: readonly {
    readonly device: DeviceId
    readonly body: Rect
    readonly room: Rect
    /** In its lead: it stands in nobody's way, and nobody in its. */
    readonly hangs: boolean
  }[]
  readonly raceways: readonly { readonly raceway: RacewayId; readonly body: Rect }[]
  readonly overlapping: readonly (readonly [DeviceId, DeviceId])[]
  /** The first wants room that the second stands in. */
  readonly crowded: readonly (readonly [DeviceId, DeviceId])[]
  readonly onRaceway: readonly (readonly [DeviceId, RacewayId])[]
  /** Ducts side by side that cover one another; across one another they join. */
  readonly crossing: readonly (readonly [RacewayId, RacewayId])[]
  readonly outside: readonly DeviceId[]
  readonly holes: readonly Hole[]
  readonly spacing: readonly SpacingFault[]
}

/** The room on one side of a part. */
export interface RoomReckoning {
  readonly device: DeviceId
  /** Of the part as it stands unturned. */
  readonly side: BodySide
  /** Plugs and leads, air, or the setting of that name. */
  readonly for: string
  readonly wanted_mm: number
  readonly room_mm: number
  /** What stands there; null where it is the enclosure's own wall. */
  readonly by: DeviceId | null
}

/** An enclosure in three dimensions, its door shut. */
export interface SpaceReckoning {
  readonly enclosure: EnclosureId
  readonly bodies: readonly { readonly device: DeviceId; readonly box: Box3 }[]
  readonly rooms: readonly RoomReckoning[]
  /** Of different faces, reaching into one another. */
  readonly meeting: readonly (readonly [DeviceId, DeviceId])[]
  readonly throughDoor: readonly { readonly device: DeviceId; readonly by_mm: number }[]
  /** On a door, and hitting something (or the wall, null) while it opens. */
  readonly swinging: readonly { readonly device: DeviceId; readonly by: DeviceId | null; readonly wants_mm: number }[]
  /** Nuts behind a wall that cannot be turned for what stands there, or for the box's own corner (null). */
  readonly nuts: readonly {
    readonly face: FaceId
    readonly label: string
    readonly owner: string
    readonly by: DeviceId | null
  }[]
}

/** What holds a device. */
export interface FixingReckoning extends Fixing {
  readonly device: DeviceId
  /** The length chosen by the person, where it is not the reckoned one. */
  readonly chosen_mm: number | null
  /** Free behind the wall or plate at its screws. */
  readonly free_mm: number
}

/** What a load gets. */
export interface DrawReckoning {
  readonly device: DeviceId
  readonly draw: string
  readonly nominal_V: number
  /** By state; null where it is not fed. */
  readonly voltage_V: Readonly<Record<StateId, number | null>>
  readonly current_A: Readonly<Record<StateId, number | null>>
  /** The least voltage of all states in which it draws. */
  readonly lowest: Figure
  /** The greatest current of all states. */
  readonly most: Figure
  readonly isReversed: boolean
}

export interface MainsReckoning {
  /** Of which outlet, where cords go to several: the fullest. An inlet on one of its own, or null of the site's. */
  readonly outlet: { readonly inlet: DeviceId | null; readonly breaker_A: number }
  readonly current_A: Readonly<Record<StateId, number | null>>
  readonly worst: Figure
  /** Share of what the outlet may give. */
  readonly loading: Figure
  readonly allowed_A: number
  readonly leakage: Figure
  /** Peak that all supplies draw together in the first half-wave. */
  readonly inrush: Figure
  readonly reasons: readonly string[]
}

export interface StateSolution {
  /** Nominal power of all loads at their shares: what the person asked for, before wires and supplies. */
  readonly asked: Figure
  readonly isSolved: boolean
  readonly reasons: readonly string[]
  /** Devices whose coils find no rest. */
  readonly chattering: readonly DeviceId[]
  /** Outputs asked for more than they give, and the loads that let go of them. */
  readonly overloads: readonly {
    readonly source: DeviceId
    readonly output: string
    readonly limit_A: number
    readonly dropped: readonly DeviceId[]
  }[]
}

export interface EarthReckoning {
  readonly device: DeviceId
  readonly terminal: TerminalId
  /** The conductors from the metal to the incoming earth; null without a path. */
  readonly path: readonly WireId[] | null
}

/** What follows from the circuit: currents, sizes, protection, heat. */
export interface CircuitFigures {
  readonly nets: readonly Net[]
  /** Net of each terminal that is joined to anything. */
  readonly netOf: Readonly<Record<TerminalKey, string>>
  readonly states: Readonly<Record<StateId, StateSolution>>
  readonly wires: Readonly<Record<WireId, WireReckoning>>
  readonly supplies: Readonly<Record<DeviceId, SupplyReckoning>>
  readonly protective: readonly ProtectiveReckoning[]
  readonly rails: readonly Rail[]
  readonly draws: readonly DrawReckoning[]
  readonly mains: MainsReckoning
  readonly switches: readonly SwitchReckoning[]
  readonly safeStates: readonly SafeStateReckoning[]
  readonly stops: readonly StopReckoning[]
  /** What is fed while no program commands anything. */
  readonly idle: readonly DeviceId[]
  /** Of those that move, pump or heat, what is fed then: not the blower of what also heats. */
  readonly idleHazards: readonly DeviceId[]
  /** Outlets that are wired and give nothing, whatever is on. */
  readonly deadOutlets: readonly DeviceId[]
  /** What is fed only while it commands that itself. */
  readonly ownCommands: readonly OwnCommand[]
  /** What is fed with every program running and nobody's hand on a button. */
  readonly handsOff: readonly DeviceId[]
  readonly bonds: readonly BondReckoning[]
  readonly pixels: readonly PixelReckoning[]
  readonly boxes: readonly BoxHeatReckoning[]
  readonly earths: readonly EarthReckoning[]
  /** Air inside the box. */
  readonly inside: Figure
}

/** What follows from where things are. */
export interface SpaceFigures {
  readonly faces: readonly FaceReckoning[]
  readonly spaces: readonly SpaceReckoning[]
  readonly fixings: readonly FixingReckoning[]
}

/** Everything worked out from a plan. Plain data: it crosses from the worker as it is. */
export interface Reckoning extends CircuitFigures, SpaceFigures {
  readonly routes: RouteFigures
}
