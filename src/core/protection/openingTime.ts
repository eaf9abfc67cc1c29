import { FAMILIES, TIME_CURRENT, type Curve, type DeviceFamily, type TimeCurrentBand } from '@/core/reference'

export interface CurvedDevice {
  readonly family: DeviceFamily
  readonly rating_A: number
  /** The family's usual one where left out. */
  readonly curve?: Curve
}

/** When a device opens; "holds" means not within hours, "may open" that only some of its kind do. */
export type Opening =
  | { readonly kind: 'holds' }
  | { readonly kind: 'may-open'; readonly earliest_s: number }
  | { readonly kind: 'opens'; readonly earliest_s: number; readonly latest_s: number }

/** The band of a device; a curve that its family does not have falls back to the usual one. */
export function bandOf({ family, curve }: CurvedDevice): TimeCurrentBand {
  const bands = TIME_CURRENT[family]
  return (curve && bands[curve]) ?? bands[FAMILIES[family].curves[0]!]!
}

function between(x: number, x1: number, y1: number, x2: number, y2: number): number {
  return Math.exp(Math.log(y1) + (Math.log(x / x1) / Math.log(x2 / x1)) * Math.log(y2 / y1))
}

/**
 * Between what times a device opens at a current, by the band of its class (typical; see reference/timeCurrent). Between
 * "holds" and the first corner it may open late or not at all.
 */
export function openingTime(device: CurvedDevice, current_A: number): Opening {
  const { holds, points } = bandOf(device)
  const multiple = current_A / device.rating_A
  if (multiple <= holds) return { kind: 'holds' }
  const first = points[0]!
  if (multiple < first.multiple) return { kind: 'may-open', earliest_s: first.earliest_s }
  const last = points[points.length - 1]!
  if (multiple >= last.multiple) {
    // A fuse takes the same I²t to melt however large the fault; a breaker needs its time to move.
    const scale = FAMILIES[device.family].kind === 'fuse' ? (last.multiple / multiple) ** 2 : 1
    return { kind: 'opens', earliest_s: last.earliest_s * scale, latest_s: last.latest_s * scale }
  }
  const next = points.findIndex((point) => point.multiple > multiple)
  const [a, b] = [points[next - 1]!, points[next]!]
  return {
    kind: 'opens',
    earliest_s: between(multiple, a.multiple, a.earliest_s, b.multiple, b.earliest_s),
    latest_s: between(multiple, a.multiple, a.latest_s, b.multiple, b.latest_s),
  }
}

/** Times as people say them: "20 ms", "0.3 s", "4 s", "2 min". */
export function sayTime(time_s: number): string {
  if (time_s >= 5400) return `${Math.round(time_s / 3600)} h`
  if (time_s < 0.001) return 'under 1 ms'
  if (time_s < 0.095) return `${Number((time_s * 1000).toPrecision(time_s < 0.0095 ? 1 : 2))} ms`
  if (time_s >= 90) return `${Math.round(time_s / 60)} min`
  return `${Number(time_s.toPrecision(time_s < 1 ? 1 : 2))} s`
}

/** "Opens in 0.2 s to 5 s at 11 A". */
export function sayOpening(opening: Opening, current_A: number): string {
  const amperes = `${Number(current_A.toPrecision(3))} A`
  if (opening.kind === 'holds') return `does not open at ${amperes}`
  if (opening.kind === 'may-open') return `may or may not open at ${amperes}`
  const [early, late] = [sayTime(opening.earliest_s), sayTime(opening.latest_s)]
  return `opens in ${early === late ? early : `${early} to ${late}`} at ${amperes}`
}
