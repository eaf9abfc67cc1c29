import * as z from 'zod'
import { CONTACT_MEANS } from '../contactMeans'
import { BODY_SIDES } from '../part'
import { SEATS } from '../seat'
import { CURVES, DEVICE_FAMILIES } from '@/core/reference'
import { outlet } from './site'
import { spotName } from './raceway'
import { serving } from './role'
import { deviceId, enclosureId, faceId, localKey, partId } from './ids'
import { coordinate_mm, length_mm, list, name, nonNegative, note, origin, positive, text, unknown } from './fields'

/** How a module or a plug sits in what it goes into: as it belongs, turned end for end, or a way further on than it belongs. */
export const seated = z.enum(SEATS)

export const place = z.discriminatedUnion('kind', [
  /** In an enclosure, or in none yet, but nowhere in particular. */
  z.strictObject({ kind: z.literal('unplaced'), enclosure: enclosureId.nullable() }),
  /** The body's centre from the face's upper left corner, seen from the front; turned clockwise. */
  z.strictObject({
    kind: z.literal('face'),
    enclosure: enclosureId,
    face: faceId,
    x_mm: coordinate_mm(),
    y_mm: coordinate_mm(),
    rotation_deg: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]),
  }),
  z.strictObject({ kind: z.literal('socket'), device: deviceId, socket: localKey, seated: seated.default('right') }),
  /** Screwed, taped or glued to another part, on spacers or not: its middle from the middle of that side, as the other stands unturned. */
  z.strictObject({
    kind: z.literal('on'),
    device: deviceId,
    side: z.enum(BODY_SIDES),
    x_mm: coordinate_mm(),
    y_mm: coordinate_mm(),
    off_mm: nonNegative().max(500, { error: 'must be 500 mm or less' }),
    rotation_deg: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]),
  }),
  z.strictObject({ kind: z.literal('field'), path: text(200) }),
])
export type Place = z.output<typeof place>

/** The person's own figure for a draw, in place of the part's. Exactly one is given. */
export const load = z.union(
  [
    z.strictObject({ power_W: nonNegative() }),
    z.strictObject({ current_A: nonNegative() }),
    /** A motor behind a current-controlling driver, by what is printed on the motor; see `motorSupplyPower_W`. */
    z.strictObject({
      motor: z.strictObject({ phase_A: positive(), phase_ohm: nonNegative(), mechanical_W: nonNegative() }),
    }),
  ],
  { error: 'must be {power_W}, {current_A} or {motor: {phase_A, phase_ohm, mechanical_W}}, 0 or more' },
)
export type Load = z.output<typeof load>

/** What sits in a fuse holder or breaker place. */
export const fitted = z.strictObject({
  family: z.enum(DEVICE_FAMILIES),
  rating_A: positive().max(1000, { error: 'must be 1000 A or less' }),
  /** Where left out, the usual one of the family. */ curve: unknown(z.enum(CURVES)),
})

/** A load that may be added to a supply later. */
export const reserve = z.strictObject({ name: name(), power_W: nonNegative() })

/** A part in the plan. */
export const device = z.strictObject({
  /** Short, as written on the label: "PS1". */
  tag: text(16).regex(/^[A-Za-z0-9][A-Za-z0-9+\-./]*$/, {
    error: 'must be letters and digits such as "PS1", starting with one of them',
  }),
  name: name(),
  part: partId,
  place,
  origin,
  /** What comes later is judged when it comes; its terminals, its hole and its watts are kept for it. */
  comes: z.enum(['now', 'later']).default('now'),
  note: note(),
  loads: z.record(localKey, load),
  fitted: z.record(localKey, fitted),
  settings: z.record(localKey, text(40)),
  /** What the load must do when control is lost; null where it is not a switched load. */
  safeState: z.enum(['off', 'on']).nullable(),
  /** Loads that may be added to this supply later. */
  reserves: list(reserve, 50),
  length_mm: length_mm().nullable(),
  /** How often a switching part switches; left out where nobody said. */
  operationsPerDay: unknown(nonNegative()),
  /** The heat sink a solid-state part sits on, sink to air; left out where it has none. */
  sink_K_per_W: unknown(positive()),
  /** How it is held, where not as its part is made to be. */
  fixedWith: unknown(z.enum(['screws', 'rail', 'tape', 'ties', 'glue'])),
  /** Of its fixing screws, where not as reckoned. */
  screw_mm: unknown(positive().max(200, { error: 'must be 200 mm or less' })),
  /** Terminals and connectors that stay open on purpose, or until something is added: by the terminal, or `connector:` and its id. */
  leftOpen: list(z.strictObject({ at: text(60), until: z.enum(['purpose', 'later']) }), 400).default([]),
  /** How the plug of a connector is told from others that go there too, or kept from turning. */
  toldApart: list(
    z.strictObject({
      connector: localKey,
      by: z.enum(['key', 'colour', 'label', 'connector', 'length']),
      text: text(80),
    }),
    64,
  ).default([]),
  /** The cover over its mains terminals is on. */
  hasCover: unknown(z.boolean()),
  /** Of an inlet whose cord goes to an outlet of its own, on another circuit than the site's; null where it is the site's. */
  outlet: unknown(outlet),
  /** Of a fan. */
  blows: unknown(z.enum(['in', 'out'])),
  /** The device whose output, switch or program commands this load; null where the wires alone say it. */
  commandedBy: unknown(deviceId),
  /** The sensor that watches it: a heater's thermistor. */
  watchedBy: unknown(deviceId),
  /** The functions of the machine that it serves, as a whole or port by port. */
  serves: list(serving, 100).default([]),
  /** Of a contact that a program reads: what it tells, and whether the program hears it when the contact closes or when it opens. */
  contact: unknown(z.strictObject({ means: z.enum(CONTACT_MEANS), told: z.enum(['closes', 'opens']) })),
  /** Of a board: what its program is set to, line by line as the person has it. */
  program: list(z.strictObject({ key: text(80), value: text(120) }), 300).default([]),
  /** Where on the machine it is, by the name that stretches outside use. */
  spot: unknown(spotName()),
})
export type Device = z.output<typeof device>
