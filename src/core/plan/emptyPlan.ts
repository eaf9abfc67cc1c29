import type { StateId } from './schema/ids'
import { PLAN_FORMAT, PLAN_VERSION } from './plan'
import { DEFAULT_PRACTICE } from './practice'
import type { Plan } from './schema/plan'
import type { Site } from './schema/site'
import type { State } from './schema/state'

export const DEFAULT_SITE: Readonly<Record<'IEC' | 'NEC', Site>> = {
  IEC: {
    mains_V: 230,
    mains_Hz: 50,
    region: 'IEC',
    plug: { kind: 'reversible', fuse_A: null },
    outletBreaker_A: 16,
    outletCurve: null,
    residual_mA: 30,
    residualType: null,
    livePoles: 1,
    earthing: null,
    loop_ohm: null,
    isNearWater: false,
    prospective_A: null,
    ambient_C: 25,
    place: 'indoors',
  },
  NEC: {
    mains_V: 120,
    mains_Hz: 60,
    region: 'NEC',
    plug: { kind: 'polarised', fuse_A: null },
    outletBreaker_A: 15,
    outletCurve: null,
    residual_mA: null,
    residualType: null,
    livePoles: 1,
    earthing: null,
    loop_ohm: null,
    isNearWater: false,
    prospective_A: null,
    ambient_C: 25,
    place: 'indoors',
  },
}

const running: State = {
  name: 'Full work',
  sources: { mains: true, usb: false, battery: true },
  startUp: false,
  withReserves: false,
  defaultShare: 1,
  shares: {},
  drawShares: {},
  positions: {},
}

/** A plan with a site and nothing in it: two states, since "full work" is what everything is sized for and "later" is what it must grow to. */
export function emptyPlan(name: string, region: 'IEC' | 'NEC'): Plan {
  return {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    name,
    description: '',
    site: DEFAULT_SITE[region],
    practice: DEFAULT_PRACTICE[region],
    roles: {},
    enclosures: {},
    parts: {},
    devices: {},
    cables: {},
    wires: {},
    raceways: {},
    states: { ['state:full' as StateId]: running },
  }
}
