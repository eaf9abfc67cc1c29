import * as z from 'zod'
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
} from './fields'
import { localKey, terminalId } from './ids'
import { openingShape } from './opening'

export const CLAMPS = [
  'screw',
  'spring',
  'lever',
  'pluggable',
  'blade-tab',
  'stud',
  'pin-header',
  'crimp-housing',
  'insulation-displacement',
  'solder-lug',
  'solder-pad',
  'moulded',
] as const
export type Clamp = (typeof CLAMPS)[number]

export const TERMINAL_FUNCTIONS = [
  'L',
  'N',
  'PE',
  'V+',
  'V-',
  'signal',
  'data',
  'contact-COM',
  'contact-NO',
  'contact-NC',
  'coil-A',
  'coil-B',
  'control+',
  'control-',
  'any',
] as const
export type TerminalFunction = (typeof TERMINAL_FUNCTIONS)[number]

export const terminal = z.strictObject({
  /** As printed on the part. */
  label: text(24),
  block: text(24).nullable(),
  position: nonNegative().int({ error: 'must be a whole number' }).nullable(),
  function: z.enum(TERMINAL_FUNCTIONS),
  direction: z.enum(['in', 'out', 'both']).nullable(),
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
  /** Required: must be connected before power. Optional: may stay open. */
  need: z.enum(['required', 'optional']),
  /** Terminals that must stay open when this one is used. */
  excludes: list(terminalId, 400),
})
export type Terminal = z.output<typeof terminal>

const ends = { a: terminalId, b: terminalId }

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
  z.strictObject({
    id: localKey,
    kind: z.literal('contact'),
    ...ends,
    rest: z.enum(['open', 'closed']),
    by: z.enum(['hand', 'coil', 'heat']),
    rated_A: positive().nullable(),
    rated_V: positive().nullable(),
    /** By kind of load, where the sheet states them. */ ratings: z
      .strictObject({
        motor_A: positive().optional(),
        lamp_A: positive().optional(),
        capacitive_A: positive().optional(),
        dc_A: positive().optional(),
      })
      .optional(),
  }),
  z.strictObject({
    id: localKey,
    kind: z.literal('semiconductor'),
    ...ends,
    drop_V: nonNegative(),
    rated_A: positive().nullable(),
  }),
])
export type Link = z.output<typeof link>

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
  minimum_V: nonNegative().nullable(),
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

/** What a coil brings along: a transistor that drives it from a logic pin, a diode that takes up what it gives back. */
const coilAids = { hasDriver: z.boolean().optional(), hasFlyback: z.boolean().optional() }

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
    holdUp_ms: positive().optional(),
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
  kindOnly('protective-device'),
  kindOnly('residual-current-device'),
  kindOnly('surge-filter'),
  kindOnly('switch'),
  kindOnly('button'),
  kindOnly('emergency-stop'),
  z.strictObject({ kind: z.literal('contactor'), coilPlus: terminalId, coilMinus: terminalId, ...coilAids }),
  z.strictObject({
    kind: z.literal('relay'),
    coilPlus: terminalId,
    coilMinus: terminalId,
    activeLow: z.boolean(),
    ...coilAids,
  }),
  z.strictObject({
    kind: z.literal('solid-state-relay'),
    controlPlus: terminalId,
    controlMinus: terminalId,
    controlMin_V: nonNegative(),
    controlMax_V: positive(),
    load: z.enum(['ac', 'dc']),
    leakage_mA: nonNegative().nullable(),
    zeroCross: z.boolean(),
    slope_ohm: nonNegative().optional(),
    bareBase_K_per_W: positive().optional(),
    maxBase_C: temperature_C().optional(),
    minimumLoad_A: nonNegative().optional(),
  }),
  z.strictObject({
    kind: z.literal('mosfet-module'),
    controlPlus: terminalId,
    controlMinus: terminalId,
    /** Holds the gate off while the control floats. */ hasPullDown: z.boolean().optional(),
  }),
  kindOnly('thermostat'),
  kindOnly('thermal-cut-out'),
  kindOnly('splice'),
  kindOnly('terminal-strip'),
  kindOnly('board'),
  kindOnly('driver'),
  z.strictObject({ kind: z.literal('motor'), phase_A: positive(), phase_ohm: positive().nullable() }),
  kindOnly('encoder'),
  kindOnly('heater'),
  kindOnly('sensor'),
  /** Airflow blowing freely. */
  z.strictObject({ kind: z.literal('fan'), airflow_m3_per_h: positive().optional() }),
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

export const BODY_SIDES = ['top', 'right', 'bottom', 'left', 'front', 'back'] as const
export type BodySide = (typeof BODY_SIDES)[number]

export const setting = z.strictObject({
  id: localKey,
  name: name(),
  kind: z.enum(['selector', 'jumper', 'switch', 'pot', 'link', 'fuse']),
  options: list(text(40), 40).min(1, { error: 'must have one option or more' }),
  /** What it leaves the factory with. */
  initial: text(40).nullable(),
  beforeMounting: z.boolean(),
  /** The side it is set from; the front where left out. */
  side: z.enum(BODY_SIDES).optional(),
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
  screw: z.enum(SCREWS).optional(),
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
  links: list(link, 400),
  draws: list(draw, 64),
  sockets: list(
    z.strictObject({
      id: localKey,
      key: text(40),
      mates: list(text(40), 100),
      free: list(text(40), 100),
      /** Centre on the host's body, and how far above the host's board the module's underside stays. */
      x_mm: coordinate_mm().optional(),
      y_mm: coordinate_mm().optional(),
      stack_mm: size_mm().optional(),
      /** Settings of the host that the module covers. */
      covers: list(localKey, 64).optional(),
    }),
    64,
  ),
  settings: list(setting, 64),
  behaviour,
  /** The terminal that earths the metal a hand can touch; null where there is none. */
  earths: terminalId.nullable(),
  /** What it wants cut; a part for a wall that says nothing has no hole on the drill sheet. */
  cutouts: list(cutout, 200).optional(),
  /** Of a part for a wall: what stands out before it; the rest of its depth is behind. */
  beforeWall_mm: size_mm().optional(),
  /** A locknut behind the wall: across its corners, and the thread it grips on. */
  nut: z.strictObject({ corners_mm: positive(), thread_mm: positive() }).optional(),
  /** Where plugs and leads leave, and the room they want. */
  exits: list(sided, 12).optional(),
  /** Where air goes in or out, and the room it wants. */
  vents: list(sided, 12).optional(),
  /** Whether fingers reach live mains terminals: never, not with the cover it has, or yes. */
  touch: z.enum(['finger-proof', 'with-cover', 'open']).optional(),
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
  ).optional(),
  /** The key of the sockets it plugs into. */
  plugsInto: text(40).optional(),
  /** Protection against dust and water once fitted, the two digits of IEC 60529. */
  ip: nonNegative()
    .int({ error: 'must be a whole number' })
    .max(69, { error: 'must be two digits, such as 54' })
    .optional(),
})
export type Part = z.output<typeof part>
