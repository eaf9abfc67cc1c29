import * as z from 'zod'
import { EARTHINGS, RESIDUAL_TYPES } from '../siteFacts'
import { positive, temperature_C, unknown } from './fields'

export const plug = z.strictObject({
  /** Polarised: line and neutral cannot be exchanged. Reversible: they can. Fixed: wired in, no plug. */
  kind: z.enum(['polarised', 'reversible', 'fixed']),
  /** Rating of a fuse inside the plug; null without one. */
  fuse_A: positive().nullable(),
})

const outletBreaker_A = () => positive().max(63, { error: 'must be 63 A or less' })

/** An outlet beside the site's: what its cord and its circuit are. */
export const outlet = z.strictObject({
  plug,
  breaker_A: outletBreaker_A(),
  /** As of the site's. */
  curve: unknown(z.enum(['B', 'C', 'D'])),
  /** Residual-current device ahead of it; null without one. */
  residual_mA: positive().nullable(),
  /** Which currents that device sees; null where nobody looked. */
  residualType: unknown(z.enum(RESIDUAL_TYPES)),
})

/** Where the enclosure stands and what feeds it. */
export const site = z.strictObject({
  mains_V: positive()
    .min(90, { error: 'must lie between 90 and 260 V; this plan is for single-phase mains' })
    .max(260, { error: 'must lie between 90 and 260 V; this plan is for single-phase mains' }),
  mains_Hz: z.union([z.literal(50), z.literal(60)], { error: 'must be 50 or 60' }),
  region: z.enum(['IEC', 'NEC']),
  plug,
  outletBreaker_A: outletBreaker_A(),
  /** How quickly the outlet's breaker trips on a peak; the usual one of the region where left out: B by IEC, C by the NEC. */
  outletCurve: unknown(z.enum(['B', 'C', 'D'])),
  /** Residual-current (ground-fault) device ahead of the outlet; null without one. */
  residual_mA: positive().nullable(),
  /** Which currents that device sees; null where nobody looked. */
  residualType: unknown(z.enum(RESIDUAL_TYPES)),
  /** One live pole and a neutral, or two live poles, as 240 V between two of 120 V to earth. */
  livePoles: z
    .union([z.literal(1), z.literal(2)], {
      error:
        'must be 1 or 2: three-phase mains is not planned here; let a licensed electrician plan it, and this box from one of its phases',
    })
    .default(1),
  /** How the source and what it feeds are earthed; null where nobody said. */
  earthing: unknown(z.enum(EARTHINGS)),
  /** Of a fault from line to earth at the outlet, there and back; null where nobody measured it. */
  loop_ohm: unknown(positive()),
  /** Water is at hand: a sink, a tank, a coolant pump, wet hands. */
  isNearWater: z.boolean().default(false),
  /** Fault current the outlet can deliver; null when unknown. */
  prospective_A: positive().nullable(),
  ambient_C: temperature_C(),
  place: z.enum(['indoors', 'sheltered', 'outdoors']),
})

export type Site = z.output<typeof site>
