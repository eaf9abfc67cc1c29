import * as z from 'zod'
import { BODY_SIDES, CLAMPS, DOES, TERMINAL_FUNCTIONS } from '../part'
import { LEAK_FORMS, RESIDUAL_TYPES } from '../siteFacts'
import { DEVICE_FAMILIES, SCREWS } from '@/core/reference'
import {
  coordinate_mm,
  list,
  name,
  nonNegative,
  note,
  number,
  percent,
  records,
  size_mm,
  positive,
  temperature_C,
  text,
  unknown,
} from './fields'
import { localKey, terminalId } from './ids'
import { openingShape } from './opening'

export const voltageSystem = z.enum(['ac', 'dc', 'either'])
export type VoltageSystem = z.output<typeof voltageSystem>

export const terminal = z.strictObject({
  /** As printed on the part. */
  label: text(24),
  block: text(24).nullable(),
  position: nonNegative().int({ error: 'must be a whole number' }).nullable(),
  function: z.enum(TERMINAL_FUNCTIONS),
  direction: z.enum(['in', 'out', 'both']).nullable(),
  /** Where it sits on the body as it stands unturned: from the side's upper or left end, and above the part's underside. */
  place: unknown(z.strictObject({ side: z.enum(BODY_SIDES), along_mm: coordinate_mm(), above_mm: size_mm() })),
  /** Kind of voltage that it takes or gives. */
  system: unknown(voltageSystem),
  /** The volts against its own return in which it works, and which it stands. */
  min_V: unknown(nonNegative()),
  max_V: unknown(nonNegative()),
  /** Signal level; null where it does not apply or is unknown. */
  level_V: nonNegative().nullable(),
  active: z.enum(['high', 'low']).nullable(),
  isolated: z.boolean(),
  clamp: z.enum(CLAMPS),
  /** Tab width, stud diameter or contact pitch, as the clamp has it. */
  clampSize_mm: positive().nullable(),
  /** From the maker's sheet; null when it states none. */
  torque_Nm: positive().nullable(),
  strip_mm: positive().nullable(),
  conductors: z.strictObject({
    min_mm2: nonNegative(),
    max_mm2: positive(),
    count: positive().int({ error: 'must be a whole number' }),
  }),
  polarised: z.boolean(),
  rated_V: positive().nullable(),
  rated_A: positive().nullable(),
  /** Required: must be connected before power. Optional: may stay open. Later: left open on purpose until something is added. */
  need: z.enum(['required', 'optional', 'later']),
  /** Terminals that must stay open when this one is used. */
  excludes: list(terminalId, 400),
})
export type Terminal = z.output<typeof terminal>

const ends = { a: terminalId, b: terminalId }

const position = () => text(40).refine((value) => value.trim().length > 0, { error: 'must not be empty' })

/** What works contacts and transistors: the coil of a relay, the input of a solid-state relay, the gate of a transistor. */
export const coil = z.strictObject({
  plus: terminalId,
  minus: terminalId,
  /** From these volts on it works; null where the sheet states none. */
  pickUp_V: unknown(nonNegative()),
  /** Below these it lets go. */
  dropOut_V: unknown(nonNegative()),
  /** The most its input stands. */
  max_V: unknown(positive()),
  /** Works while its input is pulled low. */
  activeLow: z.boolean().default(false),
  /** A transistor of its own drives it from a logic pin. */
  hasDriver: unknown(z.boolean()),
  /** A diode takes up what it gives back. */
  hasFlyback: unknown(z.boolean()),
  /** Holds a gate off while its control floats. */
  hasPullDown: unknown(z.boolean()),
})
export type Coil = z.output<typeof coil>

/** What moves contacts, transistors and selectors of a part, all of its links together. */
export const actuator = z.strictObject({
  id: localKey,
  name: name(),
  by: z.enum(['hand', 'coil', 'heat', 'firmware', 'setting']),
  positions: list(position(), 24).min(2, { error: 'must name two positions or more' }),
  /** Where it stands by itself: nobody touches it, no volts, cold, the program not running. */
  rest: position(),
  /** Where it stands in ordinary service, where a state says nothing else. */
  service: position(),
  /** Of an actuator that a coil moves; null where its command comes from elsewhere. */
  coil: unknown(coil),
  /** Of an actuator that is a setting: its positions are the setting's options. */
  setting: unknown(localKey),
})
export type Actuator = z.output<typeof actuator>

const moved = { actuator: localKey, closedIn: list(position(), 24).min(1, { error: 'must name one position or more' }) }

/** What connects two terminals inside a part. */
export const link = z.discriminatedUnion('kind', [
  z.strictObject({
    id: localKey,
    kind: z.literal('bar'),
    terminals: list(terminalId, 400).min(2, { error: 'must name two terminals or more' }),
  }),
  z.strictObject({
    id: localKey,
    kind: z.literal('protective'),
    ...ends,
    family: z.enum(DEVICE_FAMILIES),
    rating_A: positive().nullable(),
    breaking_A: positive().nullable(),
  }),
  /** Closed in those positions of its actuator; a change-over contact is two links of one actuator. */
  z.strictObject({
    id: localKey,
    kind: z.literal('contact'),
    ...ends,
    ...moved,
    rated_A: positive().nullable(),
    rated_V: positive().nullable(),
    /** By kind of load, where the sheet states them. */
    ratings: unknown(
      z.strictObject({
        motor_A: unknown(positive()),
        lamp_A: unknown(positive()),
        capacitive_A: unknown(positive()),
        dc_A: unknown(positive()),
      }),
    ),
  }),
  z.strictObject({
    id: localKey,
    kind: z.literal('semiconductor'),
    ...ends,
    ...moved,
    drop_V: nonNegative(),
    rated_A: positive().nullable(),
  }),
  /** A resistor inside the part, a sensor's element, a shunt. */
  z.strictObject({ id: localKey, kind: z.literal('resistance'), ...ends, ohm: positive() }),
])
export type Link = z.output<typeof link>
/** A link that an actuator moves. */
export type MovedLink = Extract<Link, { actuator: string }>

/** Several terminals in one housing. */
export const connector = z.strictObject({
  id: localKey,
  name: name(),
  /** As the trade calls it: "2.5 mm pitch header". */
  family: unknown(text(60)),
  pitch_mm: unknown(positive()),
  gender: unknown(z.enum(['plug', 'socket'])),
  /** What keeps it from going in wrong; null where nothing does. */
  key: unknown(text(40)),
  hasLatch: unknown(z.boolean()),
  /** Way by way, the first first; null for a way without a contact. */
  ways: list(terminalId.nullable(), 200).min(1, { error: 'must have one way or more' }),
})
export type Connector = z.output<typeof connector>

/** What a part takes from the two terminals it hangs between. Exactly one of power and current is given. */
export const draw = z.strictObject({
  id: localKey,
  name: name(),
  plus: terminalId,
  minus: terminalId,
  nominal_V: positive(),
  model: z.enum(['resistive', 'constant-power', 'constant-current']),
  power_W: nonNegative().nullable(),
  current_A: nonNegative().nullable(),
  powerFactor: positive().min(0.05, { error: 'must be 0.05 or more' }).max(1, { error: 'must be 1 or less' }),
  /** Below this it switches off; null where it does not. */
  min_V: unknown(nonNegative()),
  /** The most it stands; null where nobody stated it. */
  max_V: unknown(nonNegative()),
  system: unknown(voltageSystem),
  /** What becomes of the power that it takes; null where the part does not say. */
  does: unknown(z.enum(DOES)),
  /** Start-up current as a multiple of running current. */
  startFactor: number().min(1, { error: 'must be 1 or more' }).max(1000, { error: 'must be 1000 or less' }),
})
export type Draw = z.output<typeof draw>

const output = z.strictObject({
  id: localKey,
  plus: terminalId,
  minus: terminalId,
  voltage_V: positive(),
  current_A: positive(),
  /** The most it delivers before it limits: the fault current that a wire sees. */
  limit_A: positive(),
})

const kindOnly = <const K extends string>(kind: K) => z.strictObject({ kind: z.literal(kind) })

/** What the part is, electrically. */
export const behaviour = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('mains-inlet'),
    line: terminalId,
    neutral: terminalId,
    earth: terminalId.nullable(),
    rated_A: positive(),
  }),
  z.strictObject({
    kind: z.literal('supply'),
    line: terminalId,
    neutral: terminalId,
    earth: terminalId.nullable(),
    min_V: positive(),
    max_V: positive(),
    /** The setting that chooses 115 or 230 V; null for a wide-range input. */
    selector: localKey.nullable(),
    outputs: list(output, 32).min(1, { error: 'must have one output or more' }),
    power_W: positive(),
    efficiency_percent: percent(),
    powerFactor: positive().min(0.05, { error: 'must be 0.05 or more' }).max(1, { error: 'must be 1 or less' }),
    leakage_mA: nonNegative().nullable(),
    derateAbove_C: temperature_C().nullable(),
    derate_percentPerK: nonNegative().nullable(),
    inrush_A: nonNegative().nullable(),
    seriesAllowed: z.boolean(),
    /** How long the output stands after the mains is gone, at full load. */
    holdUp_ms: unknown(positive()),
  }),
  z.strictObject({
    kind: z.literal('converter'),
    plus: terminalId,
    minus: terminalId,
    min_V: positive(),
    max_V: positive(),
    outputs: list(output, 32).min(1, { error: 'must have one output or more' }),
    efficiency_percent: percent(),
  }),
  /** A lead from outside that brings power of its own, such as USB from a computer: present where the state says so. */
  z.strictObject({
    kind: z.literal('outside-source'),
    outputs: list(output, 32).min(1, { error: 'must have one output or more' }),
  }),
  /** Brings power of its own wherever the plan is. */
  z.strictObject({
    kind: z.literal('battery'),
    outputs: list(output, 32).min(1, { error: 'must have one output or more' }),
    capacity_Ah: unknown(positive()),
  }),
  /** A supply outside the box with its own plug; present wherever there is mains. */
  z.strictObject({
    kind: z.literal('adapter'),
    outputs: list(output, 32).min(1, { error: 'must have one output or more' }),
    efficiency_percent: percent().default(85),
    powerFactor: positive()
      .min(0.05, { error: 'must be 0.05 or more' })
      .max(1, { error: 'must be 1 or less' })
      .default(0.6),
  }),
  kindOnly('protective-device'),
  z.strictObject({
    kind: z.literal('residual-current-device'),
    /** It opens where so much more goes out than comes home; left out where nobody stated it. */
    trips_mA: unknown(positive()),
    type: unknown(z.enum(RESIDUAL_TYPES)),
  }),
  kindOnly('surge-filter'),
  kindOnly('switch'),
  kindOnly('button'),
  kindOnly('emergency-stop'),
  kindOnly('contactor'),
  kindOnly('relay'),
  z.strictObject({
    kind: z.literal('solid-state-relay'),
    load: z.enum(['ac', 'dc']),
    leakage_mA: nonNegative().nullable(),
    zeroCross: z.boolean(),
    slope_ohm: unknown(nonNegative()),
    bareBase_K_per_W: unknown(positive()),
    maxBase_C: unknown(temperature_C()),
    minimumLoad_A: unknown(nonNegative()),
  }),
  kindOnly('mosfet-module'),
  kindOnly('thermostat'),
  kindOnly('thermal-cut-out'),
  kindOnly('splice'),
  kindOnly('terminal-strip'),
  kindOnly('board'),
  kindOnly('driver'),
  z.strictObject({ kind: z.literal('motor'), phase_A: positive(), phase_ohm: positive().nullable() }),
  kindOnly('encoder'),
  /** `openAir`: a hot wire or a radiant lamp, which gives its heat to the air it stands in; no sensor belongs to it. */
  z.strictObject({ kind: z.literal('heater'), openAir: z.literal(true).optional() }),
  kindOnly('sensor'),
  /** Airflow blowing freely. */
  z.strictObject({ kind: z.literal('fan'), airflow_m3_per_h: unknown(positive()) }),
  z.strictObject({
    kind: z.literal('pixel-string'),
    count: positive().int({ error: 'must be a whole number' }).max(100_000, { error: 'must be 100,000 or less' }),
    each_mA: positive(),
    pitch_mm: positive(),
    loop_ohm_per_m: positive(),
  }),
  kindOnly('outlet'),
  kindOnly('lamp'),
  kindOnly('computer'),
  kindOnly('screen'),
  kindOnly('coupler'),
  kindOnly('earth-stud'),
  kindOnly('exposed-metal'),
  kindOnly('other'),
])
export type Behaviour = z.output<typeof behaviour>
export type BehaviourKind = Behaviour['kind']

export const setting = z.strictObject({
  id: localKey,
  name: name(),
  kind: z.enum(['selector', 'jumper', 'switch', 'pot', 'link', 'fuse']),
  options: list(text(40), 40).min(1, { error: 'must have one option or more' }),
  /** What it leaves the factory with. */
  initial: text(40).nullable(),
  beforeMounting: z.boolean(),
  /** The side it is set from; the front where left out. */
  side: unknown(z.enum(BODY_SIDES)),
  /** Of a current pot: volts between its wiper and ground for each ampere, by the part's formula. */
  volts_per_A: unknown(positive()),
})
export type Setting = z.output<typeof setting>

/** A strip of pixels is a body too. */
const body_mm = () => nonNegative().max(100_000, { error: 'must be 100,000 mm (100 m) or less' })
const body = z.strictObject({ width_mm: body_mm(), height_mm: body_mm(), depth_mm: body_mm() })

const sided = z.strictObject({ side: z.enum(BODY_SIDES), room_mm: size_mm() })

/** A hole that the part wants in what it is mounted on, from the centre of its body as it stands unturned. */
export const cutout = z.strictObject({
  id: localKey,
  shape: openingShape,
  x_mm: coordinate_mm(),
  y_mm: coordinate_mm(),
  for: z.enum(['body', 'fixing', 'port']),
  /** Of the screw that goes through. */
  screw: unknown(z.enum(SCREWS)),
})

/** A kind of thing, generic. */
export const part = z.strictObject({
  name: name(),
  note: note(),
  body,
  mounting: z.enum(['screws', 'rail', 'panel', 'standoffs', 'plugs-on', 'loose', 'in-line']),
  orientations: z.enum(['any', 'upright']),
  clearance_mm: z.strictObject({
    top: size_mm(),
    right: size_mm(),
    bottom: size_mm(),
    left: size_mm(),
    front: size_mm(),
  }),
  mass_g: nonNegative().nullable(),
  price: nonNegative().nullable(),
  supplier: text(80).nullable(),
  terminals: records(terminalId, terminal, 400, 'terminals'),
  actuators: list(actuator, 64).default([]),
  links: list(link, 400),
  connectors: list(connector, 64).default([]),
  draws: list(draw, 64),
  sockets: list(
    z.strictObject({
      id: localKey,
      key: text(40),
      /** Its pins in their order, the first first. */
      mates: list(text(40), 100),
      /** Pins that stay free on purpose: what is on them is not joined. */
      free: list(text(40), 100),
      /** What of the host is on each pin, by the pin's name; a pin that is not named leads to nothing that the plan knows. */
      pins: z.record(text(40), terminalId).default({}),
      /** Centre on the host's body, and how far above the host's board the module's underside stays. */
      x_mm: unknown(coordinate_mm()),
      y_mm: unknown(coordinate_mm()),
      stack_mm: unknown(size_mm()),
      /** Settings of the host that the module covers. */
      covers: list(localKey, 64).default([]),
    }),
    64,
  ),
  settings: list(setting, 64),
  behaviour,
  /** The terminal that earths the metal a hand can touch; null where there is none. */
  earths: terminalId.nullable(),
  /** What it wants cut; a part for a wall that says nothing has no hole on the drill sheet. */
  cutouts: list(cutout, 200).default([]),
  /** Of a part for a wall: what stands out before it; the rest of its depth is behind. */
  beforeWall_mm: unknown(size_mm()),
  /** A locknut behind the wall: across its corners, and the thread it grips on. */
  nut: unknown(z.strictObject({ corners_mm: positive(), thread_mm: positive() })),
  /** Where plugs and leads leave, and the room they want. */
  exits: list(sided, 12).default([]),
  /** Where air goes in or out, and the room it wants. */
  vents: list(sided, 12).default([]),
  /** Whether fingers reach live mains terminals: never, not with the cover it has, or yes. */
  touch: unknown(z.enum(['finger-proof', 'with-cover', 'open'])),
  /** Connectors at an edge that must meet a hole in the wall: from the edge's upper or left end, and above the part's underside. */
  ports: list(
    z.strictObject({
      id: localKey,
      name: name(),
      side: z.enum(['top', 'right', 'bottom', 'left']),
      along_mm: coordinate_mm(),
      above_mm: size_mm(),
      width_mm: positive(),
      height_mm: positive(),
    }),
    64,
  ).default([]),
  /** The key of the sockets it plugs into. */
  plugsInto: unknown(text(40)),
  /** What of it is on each pin that it plugs in with, by the pin's name in the socket. */
  plugPins: z.record(text(40), terminalId).default({}),
  /** Protection against dust and water once fitted, the two digits of IEC 60529. */
  ip: unknown(
    nonNegative().int({ error: 'must be a whole number' }).max(69, { error: 'must be two digits, such as 54' }),
  ),
  /** What it lets through to earth in use, and the form of a fault behind its rectifier; null where nobody stated it. */
  leaks: unknown(z.strictObject({ mA: nonNegative(), form: z.enum(LEAK_FORMS) })),
  /** Whether what it loses warms the box it sits in; null: by what it is. */
  heat: unknown(z.enum(['here', 'elsewhere'])),
})
export type Part = z.output<typeof part>
