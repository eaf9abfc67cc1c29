import type { Curve, DeviceFamily } from './protectiveDevices'
import { SOURCES, type SourceRef } from './sources'

/** A corner of a time–current band: at this multiple of the rating it opens between these times. */
export interface CurvePoint {
  readonly multiple: number
  readonly earliest_s: number
  readonly latest_s: number
}

export interface TimeCurrentBand {
  /** Up to this multiple it carries for hours. */
  readonly holds: number
  /** Ascending; between corners times are interpolated on log scales, beyond the last they stay. */
  readonly points: readonly CurvePoint[]
  readonly source: SourceRef
}

const at = (multiple: number, earliest_s: number, latest_s: number): CurvePoint => ({ multiple, earliest_s, latest_s })

const HOUR_S = 3600

/** Thermal part of a miniature breaker, then the band in which its magnet trips. */
const breaker = (
  holds: number,
  opens: number,
  thermal: readonly CurvePoint[],
  magnetFrom: number,
  magnetTo: number,
  source: SourceRef,
): TimeCurrentBand => {
  const between = (multiple: number) => thermalAt(thermal, multiple)
  return {
    holds,
    source,
    points: [
      at(opens, 60, HOUR_S),
      ...thermal.filter(({ multiple }) => multiple < magnetFrom),
      at(magnetFrom, between(magnetFrom).earliest_s, between(magnetFrom).latest_s),
      at(magnetFrom * 1.001, 0.005, between(magnetFrom).latest_s),
      at(magnetTo, 0.005, between(magnetTo).latest_s),
      at(magnetTo * 1.001, 0.005, 0.1),
      at(magnetTo * 10, 0.004, 0.02),
    ],
  }
}

function thermalAt(points: readonly CurvePoint[], multiple: number): CurvePoint {
  const last = points[points.length - 1]!
  // Heat goes with the square of the current.
  const scale = (last.multiple / multiple) ** 2
  if (multiple >= last.multiple) return at(multiple, last.earliest_s * scale, last.latest_s * scale)
  const next = points.findIndex((point) => point.multiple > multiple)
  const [a, b] = [points[Math.max(0, next - 1)]!, points[Math.max(0, next)]!]
  if (a === b) return { ...a, multiple }
  const share = Math.log(multiple / a.multiple) / Math.log(b.multiple / a.multiple)
  const mix = (x: number, y: number) => Math.exp(Math.log(x) + share * Math.log(y / x))
  return at(multiple, mix(a.earliest_s, b.earliest_s), mix(a.latest_s, b.latest_s))
}

const IEC_THERMAL = [at(1.6, 30, 1200), at(2.55, 1, 60), at(5, 0.3, 12)]
const UL_THERMAL = [at(2, 12, 120), at(3, 4, 40), at(6, 1, 9)]
const BLADE: TimeCurrentBand = {
  holds: 1.1,
  points: [
    at(1.35, 0.75, 600),
    at(1.6, 0.25, 50),
    at(2, 0.15, 5),
    at(3.5, 0.04, 0.5),
    at(6, 0.02, 0.1),
    at(12, 0.005, 0.03),
  ],
  source: SOURCES.iso8820,
}

const MINIATURE: Readonly<Partial<Record<Curve, TimeCurrentBand>>> = {
  slow: {
    holds: 1.5,
    points: [at(2.1, 5, 120), at(2.75, 0.6, 10), at(4, 0.15, 3), at(10, 0.02, 0.3), at(30, 0.003, 0.03)],
    source: SOURCES.iec60127,
  },
  quick: {
    holds: 1.5,
    points: [at(2.1, 1, 1800), at(2.75, 0.05, 2), at(4, 0.01, 0.3), at(10, 0.002, 0.02), at(30, 0.0005, 0.004)],
    source: SOURCES.iec60127,
  },
}

/** Bands by family and curve, typical of the class; the sheet of the device decides. */
export const TIME_CURRENT: Readonly<Record<DeviceFamily, Readonly<Partial<Record<Curve, TimeCurrentBand>>>>> = {
  'IEC 60127': MINIATURE,
  'IEC 60127 low': MINIATURE,
  'UL 248-14': {
    slow: {
      holds: 1.1,
      points: [at(1.35, 60, HOUR_S), at(2, 5, 120), at(4, 0.3, 6), at(10, 0.02, 0.5), at(30, 0.003, 0.04)],
      source: SOURCES.ul248,
    },
    quick: {
      holds: 1.1,
      points: [at(1.35, 10, HOUR_S), at(2, 0.2, 120), at(4, 0.01, 1), at(10, 0.002, 0.03), at(30, 0.0005, 0.005)],
      source: SOURCES.ul248,
    },
  },
  'ISO 8820-3': { quick: BLADE },
  'ISO 8820-3 58 V': { quick: BLADE },
  'IEC 60898': {
    B: breaker(1.13, 1.45, IEC_THERMAL, 3, 5, SOURCES.iec60898),
    C: breaker(1.13, 1.45, IEC_THERMAL, 5, 10, SOURCES.iec60898),
    D: breaker(1.13, 1.45, IEC_THERMAL, 10, 20, SOURCES.iec60898),
  },
  'UL 489': { C: breaker(1, 1.35, UL_THERMAL, 6, 12, SOURCES.ul489) },
  'EN 60934': {
    thermal: {
      holds: 1,
      points: [at(1.4, 20, HOUR_S), at(2, 6, 40), at(3, 2, 12), at(6, 0.5, 3), at(10, 0.15, 1)],
      source: SOURCES.en60934,
    },
  },
}
