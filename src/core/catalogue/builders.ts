import {
  CONTACT_OPTIONS,
  CONTACT_SETTING,
  type Part,
  type PartGiven,
  type Terminal,
  type TerminalFunction,
  type TerminalId,
} from '@/core/plan'
import { makePart } from '@/core/plan/schema'

type LinkGiven = PartGiven['links'][number]
type DrawGiven = PartGiven['draws'][number]
export type ActuatorGiven = NonNullable<PartGiven['actuators']>[number]

type TerminalPreset = Pick<
  Terminal,
  'clamp' | 'clampSize_mm' | 'torque_Nm' | 'strip_mm' | 'conductors' | 'rated_V' | 'rated_A'
>

const preset = (
  clamp: Terminal['clamp'],
  min_mm2: number,
  max_mm2: number,
  count: number,
  rated_V: number,
  rated_A: number,
  rest: Partial<TerminalPreset> = {},
): TerminalPreset => ({
  clamp,
  clampSize_mm: null,
  torque_Nm: null,
  strip_mm: null,
  conductors: { min_mm2, max_mm2, count },
  rated_V,
  rated_A,
  ...rest,
})

/** Clamps as they commonly come on generic parts. */
export const CLAMP_PRESETS = {
  screw: preset('screw', 0.5, 4, 2, 300, 20, { torque_Nm: 0.8, strip_mm: 9 }),
  smallScrew: preset('screw', 0.2, 2.5, 1, 300, 12, { torque_Nm: 0.4, strip_mm: 7 }),
  boardScrew: preset('screw', 0.2, 4, 1, 60, 20, { torque_Nm: 0.5, strip_mm: 8 }),
  breaker: preset('screw', 1, 16, 2, 400, 63, { torque_Nm: 2, strip_mm: 12 }),
  spring: preset('spring', 0.14, 2.5, 1, 300, 20, { strip_mm: 9 }),
  railSpring: preset('spring', 0.2, 4, 1, 500, 28, { strip_mm: 10 }),
  lever: preset('lever', 0.14, 4, 1, 300, 28, { strip_mm: 11 }),
  butt: preset('butt-barrel', 0.5, 1.5, 1, 300, 10, { strip_mm: 7 }),
  tab63: preset('blade-tab', 0.5, 6, 1, 250, 16, { clampSize_mm: 6.3 }),
  tab48: preset('blade-tab', 0.5, 2.5, 1, 250, 12, { clampSize_mm: 4.8 }),
  stud: preset('stud', 0.5, 6, 4, 250, 60, { clampSize_mm: 4, torque_Nm: 1.2 }),
  powerStud: preset('stud', 1, 16, 2, 60, 100, { clampSize_mm: 5, torque_Nm: 2 }),
  pluggable: preset('pluggable', 0.14, 1.5, 1, 125, 8, { torque_Nm: 0.25, strip_mm: 7 }),
  contact25: preset('crimp-housing', 0.08, 0.34, 1, 60, 3, { clampSize_mm: 2.5, strip_mm: 2.5 }),
  solderEnd: preset('solder-lug', 0.08, 0.75, 2, 100, 1, { strip_mm: 5 }),
  moulded: preset('moulded', 0.5, 2.5, 1, 250, 16),
} as const satisfies Record<string, TerminalPreset>

export type ClampPreset = keyof typeof CLAMP_PRESETS

/** A terminal that must be connected, unless the overrides say otherwise. */
export function terminal(
  label: string,
  fn: TerminalFunction,
  clamp: ClampPreset,
  rest: Partial<Terminal> = {},
): Terminal {
  return {
    label,
    block: null,
    position: null,
    function: fn,
    direction: null,
    place: null,
    system: null,
    min_V: null,
    max_V: null,
    level_V: null,
    active: null,
    isolated: false,
    polarised: fn === 'V+' || fn === 'V-',
    need: 'required',
    excludes: [],
    ...CLAMP_PRESETS[clamp],
    ...rest,
  }
}

/** How the contact of an end stop answers: both kinds are sold, and one may be turned into the other. */
export const contactSetting: NonNullable<PartGiven['settings']>[number] = {
  id: CONTACT_SETTING,
  name: 'Contact',
  kind: 'switch',
  options: [...CONTACT_OPTIONS],
  initial: null,
  beforeMounting: false,
}

export const optional = { need: 'optional' } as const

export const at = (key: string) => key as TerminalId

export const bar = (id: string, ...terminals: string[]): LinkGiven => ({ id, kind: 'bar', terminals })

/** The two positions that most movers have. */
const POSITIONS = ['rest', 'operated']

/** Moved by hand; in service where it closes what it is for, unless it is one that is only worked now and then. */
export const byHand = (service: 'rest' | 'operated' = 'operated', id = 'hand'): ActuatorGiven => ({
  id,
  name: 'By hand',
  by: 'hand',
  positions: POSITIONS,
  rest: 'rest',
  service,
})
export const byHeat: ActuatorGiven = {
  id: 'heat',
  name: 'By warmth',
  by: 'heat',
  positions: POSITIONS,
  rest: 'rest',
  service: 'rest',
}
export const byFirmware = (id: string, name = `Output ${id}`): ActuatorGiven => ({
  id,
  name,
  by: 'firmware',
  positions: POSITIONS,
  rest: 'rest',
  service: 'operated',
})
/** Moved by the volts between two terminals. */
export const byCoil = (
  id: string,
  name: string,
  plus: string,
  minus: string,
  rest: Omit<NonNullable<ActuatorGiven['coil']>, 'plus' | 'minus'> = {},
): ActuatorGiven => ({
  id,
  name,
  by: 'coil',
  positions: POSITIONS,
  rest: 'rest',
  service: 'operated',
  coil: { plus, minus, ...rest },
})

/** A contact, open or closed while its mover rests. */
export const contact = (
  id: string,
  a: string,
  b: string,
  atRest: 'open' | 'closed',
  actuator: string,
  rated_A: number,
  ratings: Extract<LinkGiven, { kind: 'contact' }>['ratings'] = null,
): LinkGiven => ({
  id,
  kind: 'contact',
  a,
  b,
  actuator,
  closedIn: [atRest === 'closed' ? 'rest' : 'operated'],
  rated_A,
  rated_V: 250,
  ratings,
})
export const fusePlace = (
  id: string,
  a: string,
  b: string,
  family: Extract<LinkGiven, { kind: 'protective' }>['family'],
  rating_A: number | null,
): LinkGiven => ({ id, kind: 'protective', a, b, family, rating_A, breaking_A: null })
/** A transistor or thyristor that conducts while its mover works. */
export const semiconductor = (
  id: string,
  a: string,
  b: string,
  drop_V: number,
  rated_A: number,
  actuator: string,
): LinkGiven => ({ id, kind: 'semiconductor', a, b, actuator, closedIn: ['operated'], drop_V, rated_A })

export function draw(
  id: string,
  name: string,
  plus: string,
  minus: string,
  nominal_V: number,
  amount: { readonly power_W: number } | { readonly current_A: number },
  rest: Partial<DrawGiven> = {},
): DrawGiven {
  return {
    id,
    name,
    plus,
    minus,
    nominal_V,
    model: 'power_W' in amount ? 'constant-power' : 'constant-current',
    power_W: null,
    current_A: null,
    powerFactor: 1,
    startFactor: 1,
    ...amount,
    ...rest,
  }
}

const CLEARANCE = { top: 10, right: 5, bottom: 10, left: 5, front: 20 }

/** What is said of a part with the usual clearances and nothing else, overlaid. */
export function partGiven(
  name: string,
  size: readonly [width_mm: number, height_mm: number, depth_mm: number],
  rest: Omit<Partial<PartGiven>, 'terminals'> &
    Pick<PartGiven, 'behaviour'> & { readonly terminals: Readonly<Record<string, Terminal>> },
): PartGiven {
  const [width_mm, height_mm, depth_mm] = size
  return {
    name,
    note: '',
    body: { width_mm, height_mm, depth_mm },
    mounting: 'screws',
    orientations: 'any',
    clearance_mm: CLEARANCE,
    mass_g: null,
    price: null,
    supplier: null,
    links: [],
    draws: [],
    sockets: [],
    settings: [],
    earths: null,
    ...rest,
  }
}

/** The same, made and checked at once. */
export const definePart = (...given: Parameters<typeof partGiven>): Part => makePart(partGiven(...given))
