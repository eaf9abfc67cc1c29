import type { Plan } from '../schema/plan'
import { DEFAULT_SITE } from '../emptyPlan'
import { DEFAULT_PRACTICE } from '../practice'
import type { Place } from '../schema/device'
import { defineView, type View } from './view'

export { boxPlans } from './boxPlans'
export type { View }

/** A device of which nothing but its part counts. */
const UNNAMED = {
  tag: '',
  name: '',
  place: { kind: 'unplaced', enclosure: null },
  origin: 'new',
  comes: 'now',
  note: '',
  loads: {},
  fitted: {},
  settings: {},
  safeState: null,
  reserves: [],
  length_mm: null,
  operationsPerDay: null,
  sink_K_per_W: null,
  fixedWith: null,
  screw_mm: null,
  leftOpen: [],
  toldApart: [],
  hasCover: null,
  outlet: null,
  blows: null,
  commandedBy: null,
  watchedBy: null,
  serves: [],
  contact: null,
  program: [],
  spot: null,
} as const

/** A place as far as it joins something: a socket. */
const pluggedOnly = (place: Place): Place => (place.kind === 'socket' ? place : UNNAMED.place)

const ONE_SCHEME = DEFAULT_PRACTICE.IEC.colours

/** Of a plan of which only devices, wires and cables count. */
const NOTHING_ELSE = {
  name: '',
  description: '',
  practice: DEFAULT_PRACTICE.IEC,
  roles: {},
  enclosures: {},
  raceways: {},
  states: {},
}

/** What the circuit reads: everything but where things are on their faces, what colour they have, and what people noted. */
export const circuitView = defineView({
  devices: (device) => ({
    ...device,
    note: '',
    toldApart: [],
    place:
      device.place.kind === 'face'
        ? {
            kind: 'face',
            enclosure: device.place.enclosure,
            face: device.place.face,
            x_mm: 0,
            y_mm: 0,
            rotation_deg: 0,
          }
        : device.place.kind === 'on'
          ? { ...device.place, x_mm: 0, y_mm: 0, off_mm: 0, rotation_deg: 0 }
          : device.place,
    fixedWith: null,
    screw_mm: null,
  }),
  wires: (wire) => ({ ...wire, note: '', colour: null, isHeldAlong: null }),
  enclosures: (enclosure) => ({ ...enclosure, faces: {} }),
  rest: ({ practice }) => ({
    name: '',
    description: '',
    raceways: {},
    practice: { ...practice, colours: ONE_SCHEME },
  }),
})

/** What joins what, and what it is called and said to be: nothing of loads, fuses, sizes, lengths, places or states. */
export const joiningView = defineView({
  devices: (device) => ({
    ...device,
    note: '',
    toldApart: [],
    loads: {},
    fitted: {},
    reserves: [],
    operationsPerDay: null,
    sink_K_per_W: null,
    length_mm: null,
    safeState: null,
    place: pluggedOnly(device.place),
    fixedWith: null,
    screw_mm: null,
    hasCover: null,
    blows: null,
    spot: null,
  }),
  wires: (wire) => ({
    ...wire,
    note: '',
    colour: null,
    size: null,
    length_mm: null,
    measured_mm: null,
    isHeldAlong: null,
    insulation_C: null,
    route: null,
    fromTreatment: null,
    toTreatment: null,
  }),
  rest: () => ({
    name: '',
    description: '',
    practice: DEFAULT_PRACTICE.IEC,
    enclosures: {},
    raceways: {},
    states: {},
  }),
})

/** What lies where, and how it is joined and called: nothing of loads, fuses, reserves or states. */
export const laidView = defineView({
  devices: (device) => ({
    ...device,
    note: '',
    loads: {},
    fitted: {},
    reserves: [],
    operationsPerDay: null,
    sink_K_per_W: null,
    safeState: null,
    settings: {},
  }),
  wires: (wire) => ({ ...wire, note: '', colour: null, size: null }),
  rest: ({ practice }) => ({
    name: '',
    description: '',
    states: {},
    practice: { ...practice, colours: ONE_SCHEME },
  }),
})

/** What is drawn on faces: parts, places, holes and raceways, and nothing of the circuit. */
export const placesView = defineView({
  devices: (device) => ({
    ...device,
    note: '',
    loads: {},
    fitted: {},
    reserves: [],
    safeState: null,
    serves: [],
    contact: null,
    program: [],
  }),
  rest: ({ practice }) => ({
    name: '',
    description: '',
    roles: {},
    wires: {},
    cables: {},
    states: {},
    practice: { ...practice, colours: ONE_SCHEME },
  }),
})

/** Circuit and places together: everything but colours and notes. */
export const layoutView = defineView({
  devices: (device) => ({ ...device, note: '' }),
  wires: (wire) => ({ ...wire, note: '', colour: null }),
  rest: ({ practice }) => ({ name: '', description: '', practice: { ...practice, colours: ONE_SCHEME } }),
})

/** What joins what: parts, settings, wires by their ends. No loads, sizes, names or states. */
export const wiringView = defineView({
  devices: (device) => ({
    ...UNNAMED,
    part: device.part,
    settings: device.settings,
    place: pluggedOnly(device.place),
  }),
  wires: ({ from, to, function: fn }) => ({ from, to, function: fn }) as Plan['wires'][keyof Plan['wires']],
  cables: ({ ends }) => ({ ends }) as Plan['cables'][keyof Plan['cables']],
  rest: () => NOTHING_ELSE,
})

/** What protects what: the wiring with its fuses, and what they are called. */
export const guardingView = defineView({
  devices: ({ part, settings, tag, fitted, outlet, place }) => ({
    ...UNNAMED,
    part,
    settings,
    tag,
    fitted,
    outlet,
    place: pluggedOnly(place),
  }),
  wires: ({ from, to, function: fn }) => ({ from, to, function: fn }) as Plan['wires'][keyof Plan['wires']],
  cables: ({ ends }) => ({ ends }) as Plan['cables'][keyof Plan['cables']],
  rest: () => NOTHING_ELSE,
})

/** Where leads go: places, ways, cables and wires by what they are, and the house rules for lengths. No loads, fuses or names. */
export const routeView = defineView({
  devices: ({ part, place, origin, spot, fixedWith }) => ({ ...UNNAMED, part, place, origin, spot, fixedWith }),
  wires: (wire) => ({
    ...wire,
    label: '',
    insulation_C: null,
    colour: null,
    fromTreatment: null,
    toTreatment: null,
    measured_mm: null,
    isHeldAlong: null,
    length_mm: null,
    core: null,
    claims: [],
    knownFrom: 'sheet',
    note: '',
  }),
  rest: ({ practice: { slack_percent, cutting }, site: { place } }) => ({
    name: '',
    description: '',
    site: { ...DEFAULT_SITE.IEC, place },
    states: {},
    practice: { ...DEFAULT_PRACTICE.IEC, slack_percent, cutting },
  }),
})
