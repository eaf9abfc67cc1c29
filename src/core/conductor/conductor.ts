import { formatNumber, wireSize } from '@/core/quantity'
import { cite, CLASS5_OHM_PER_KM, COPPER_OHM_MM2_PER_M, COPPER_PER_K, SOURCES } from '@/core/reference'
import { step, type TraceStep } from '@/core/trace'

export interface ConductorRequest {
  readonly size: string
  readonly length_m?: number
  readonly temperature_C: number
}

export interface ConductorResult {
  readonly size: string
  readonly area_mm2: number
  /** Of the solid equivalent. */
  readonly diameter_mm: number
  readonly resistance_ohm_per_km: number
  readonly resistance_ohm: number | null
}

/** Resistance at 20 °C, Ω/km: class 5 maximum for metric sizes from 0.5 mm², else by area. */
export function resistanceAt20_ohm_per_km(label: string): number {
  const size = wireSize(label)
  const listed = size.series === 'mm²' ? CLASS5_OHM_PER_KM[size.area_mm2] : undefined
  return listed ?? (1000 * COPPER_OHM_MM2_PER_M) / size.area_mm2
}

/** Ω/km of a size at a conductor temperature. */
export function resistance_ohm_per_km(label: string, temperature_C: number): number {
  return resistanceAt20_ohm_per_km(label) * (1 + COPPER_PER_K * (temperature_C - 20))
}

/** Area, diameter and resistance of a conductor. ASTM B258 for gauges, IEC 60228 class 5 for metric sizes from 0.5 mm². */
export function describeConductor(request: ConductorRequest): {
  readonly result: ConductorResult
  readonly trace: readonly TraceStep[]
} {
  const size = wireSize(request.size)
  const at20 = resistanceAt20_ohm_per_km(size.label)
  const perKm = resistance_ohm_per_km(size.label, request.temperature_C)
  const isListed = size.series === 'mm²' && CLASS5_OHM_PER_KM[size.area_mm2] !== undefined
  const trace = [
    size.series === 'AWG'
      ? step(
          'Diameter',
          `${size.label}: 0.127 mm × 92^((36 − ${size.gauge}) ÷ 39) = ${formatNumber(size.diameter_mm, 4)} mm, area ${formatNumber(size.area_mm2, 4)} mm²`,
          cite(SOURCES.astmB258),
        )
      : step('Area', `${size.label}; a solid round of that area is ${formatNumber(size.diameter_mm, 4)} mm thick`),
    isListed
      ? step('Resistance at 20 °C', `at most ${at20} Ω/km for flexible conductors`, cite(SOURCES.iec60228))
      : step(
          'Resistance at 20 °C',
          `1000 ÷ 58 ÷ ${formatNumber(size.area_mm2, 4)} mm² = ${formatNumber(at20, 4)} Ω/km`,
          cite(SOURCES.annealedCopper),
        ),
    step(
      'At temperature',
      `${formatNumber(at20, 4)} Ω/km × (1 + 0.00393 × (${request.temperature_C} − 20)) = ${formatNumber(perKm, 4)} Ω/km`,
      cite(SOURCES.annealedCopper),
    ),
  ]
  const resistance_ohm = request.length_m === undefined ? null : (perKm * request.length_m) / 1000
  if (resistance_ohm !== null)
    trace.push(
      step(
        'Over the length',
        `${formatNumber(perKm, 4)} Ω/km × ${request.length_m} m = ${formatNumber(resistance_ohm, 4)} Ω`,
      ),
    )
  return {
    result: {
      size: size.label,
      area_mm2: size.area_mm2,
      diameter_mm: size.diameter_mm,
      resistance_ohm_per_km: perKm,
      resistance_ohm,
    },
    trace,
  }
}
