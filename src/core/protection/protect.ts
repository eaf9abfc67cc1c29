import { formatNumber, isAtMost } from '@/core/quantity'
import { cite, FAMILIES, offeredRatings_A, OVERLOAD_FACTOR, SOURCES, type DeviceFamily } from '@/core/reference'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'
import { greatestRating_A } from './coordinate'
import { INRUSH_MULTIPLE } from './inrush'

export interface ProtectRequest {
  readonly load_A: number
  /** Three hours or more. */
  readonly continuous: boolean
  /** Corrected ampacity of the wire; null where its size will follow the fuse. */
  readonly wire_A: number | null
  readonly family: DeviceFamily
  readonly loadingLimit_percent?: number
  readonly voltage_V?: number
  readonly system?: 'dc' | 'ac-1ph'
  /** Air about the device; without it no thermal derating is reckoned. */
  readonly ambient_C?: number
  /** Peak that supplies behind a fuse draw when they are switched on. */
  readonly inrush_A?: number
  /** Only ratings that are made and sold; the calculator answers from the whole series. */
  readonly isOffered?: boolean
}

export interface Protection {
  readonly feasible: boolean
  readonly rating_A: number | null
  readonly minimum_A: number
  readonly maximum_A: number
  readonly reasons: readonly string[]
}

/** Share of a device's rating left in warm air; typical of the class, its own sheet decides. */
export function thermalFactor(family: DeviceFamily, ambient_C: number | undefined): number {
  const { thermal } = FAMILIES[family]
  if (ambient_C === undefined || ambient_C <= thermal.above_C) return 1
  return Math.max(0.1, 1 - (thermal.percentPerK / 100) * (ambient_C - thermal.above_C))
}

/** Why a family may not be used at a voltage; null where it may. Without `system`, the kind of current the family is made for. */
export function voltageObjection(
  family: DeviceFamily,
  voltage_V: number,
  system: 'dc' | 'ac-1ph' | undefined,
): string | null {
  const { name, max_V, voltageNote } = FAMILIES[family]
  const kind = system ? (system === 'dc' ? 'dc' : 'ac') : max_V.ac === null ? 'dc' : 'ac'
  const limit_V = max_V[kind]
  const current = kind === 'dc' ? 'DC' : 'AC'
  if (limit_V === null) return `a ${name} (${family}) is not for ${current}: ${voltageNote}`
  return isAtMost(voltage_V, limit_V)
    ? null
    : `${formatNumber(voltage_V)} V ${current} is beyond a ${name} (${family}): ${voltageNote}`
}

/**
 * The smallest standard rating of a family that carries the load within its loading limit and protects the wire
 * (IEC 60364-4-43, 433.1: rating ≤ wire, conventional operating current ≤ 1.45 × wire).
 */
export function protect(request: ProtectRequest): {
  readonly result: Protection
  readonly trace: readonly TraceStep[]
} {
  const { load_A, wire_A, family, continuous, ambient_C } = request
  const data = FAMILIES[family]
  const limit_percent =
    request.loadingLimit_percent ??
    (continuous ? data.loadingLimit_percent.continuous : data.loadingLimit_percent.intermittent)
  const warm = thermalFactor(family, ambient_C)
  const byLoad_A = load_A / (limit_percent / 100) / warm
  const byInrush_A = data.kind === 'fuse' ? (request.inrush_A ?? 0) / INRUSH_MULTIPLE : 0
  const minimum_A = Math.max(byLoad_A, byInrush_A)
  const maximum_A = wire_A === null ? Infinity : greatestRating_A(family, wire_A)
  const trace = [
    step(
      'Loading limit',
      `${formatNumber(load_A)} A ÷ ${limit_percent} %${warm === 1 ? '' : ` ÷ ${formatNumber(warm)} in air of ${ambient_C} °C (typical of the class)`} = ${formatNumber(byLoad_A)} A`,
      request.loadingLimit_percent === undefined ? `${cite(data.source)}, ${COMMON_PRACTICE}` : 'given',
    ),
    wire_A === null
      ? step('What the wire stands', 'its size follows the fuse', cite(SOURCES.iec60364Overload))
      : step(
          'What the wire stands',
          `rating ≤ ${formatNumber(wire_A)} A and ${data.operatesAt} × rating ≤ 1.45 × ${formatNumber(wire_A)} A, so rating ≤ ${formatNumber((OVERLOAD_FACTOR * wire_A) / data.operatesAt)} A; together at most ${formatNumber(maximum_A)} A`,
          cite(SOURCES.iec60364Overload),
        ),
  ]
  if (byInrush_A > 0)
    trace.push(
      step(
        'Inrush',
        `${formatNumber(request.inrush_A!)} A for milliseconds ÷ ${INRUSH_MULTIPLE} = ${formatNumber(byInrush_A)} A at least, of a slow type`,
        COMMON_PRACTICE,
      ),
    )
  const reasons: string[] = []
  if (request.voltage_V !== undefined) {
    const objection = voltageObjection(family, request.voltage_V, request.system)
    trace.push(
      step(
        'Voltage',
        objection ?? `${formatNumber(request.voltage_V)} V is within its rating: ${data.voltageNote}`,
        cite(data.source),
      ),
    )
    if (objection) reasons.push(objection)
  }
  const ratings_A = request.isOffered ? offeredRatings_A(family) : data.ratings_A
  const fit = ratings_A.find((rating) => isAtMost(minimum_A, rating) && isAtMost(rating, maximum_A))
  if (fit === undefined) reasons.push(whyNone(ratings_A, minimum_A, maximum_A, family))
  const feasible = reasons.length === 0
  trace.push(
    step(
      feasible ? 'Standard rating' : 'No rating fits',
      feasible
        ? `${formatNumber(minimum_A)} ≤ ${fit}${wire_A === null ? '' : ` ≤ ${formatNumber(maximum_A)}`} A: the smallest that fits`
        : reasons.join('; '),
      cite(data.source),
    ),
  )
  return { result: { feasible, rating_A: feasible ? fit! : null, minimum_A, maximum_A, reasons }, trace }
}

function whyNone(ratings_A: readonly number[], minimum_A: number, maximum_A: number, family: DeviceFamily): string {
  const largest = ratings_A[ratings_A.length - 1]!
  if (!isAtMost(minimum_A, largest))
    return `the load needs at least ${formatNumber(minimum_A)} A and ${family} ends at ${largest} A`
  if (!isAtMost(minimum_A, maximum_A))
    return `the load needs at least ${formatNumber(minimum_A)} A and the wire stands at most ${formatNumber(maximum_A)} A: take a thicker wire`
  return `no standard rating of ${family} lies between ${formatNumber(minimum_A)} and ${formatNumber(maximum_A)} A: take a thicker wire`
}
