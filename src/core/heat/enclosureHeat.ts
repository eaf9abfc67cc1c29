import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'

export const WALL_MATERIALS = ['painted-steel', 'stainless', 'aluminium', 'plastic'] as const
export type WallMaterial = (typeof WALL_MATERIALS)[number]

/** Heat that a wall passes, watt per square metre and kelvin; common practice for enclosures. */
export const WALL_W_PER_M2K: Readonly<Record<WallMaterial, number>> = {
  'painted-steel': 5.5,
  stainless: 4.5,
  aluminium: 12,
  plastic: 3.5,
}

/** Air that carries one watt for each kelvin of rise, at sea level: 3600 s ÷ (1.2 kg/m³ × 1005 J/kg·K), rounded up. */
export const AIR_M3_PER_H = 3.1

export interface EnclosureHeatRequest {
  readonly width_mm: number
  readonly height_mm: number
  readonly depth_mm: number
  readonly material: WallMaterial
  readonly mounting: 'free' | 'wall'
  readonly loss_W: number
  readonly ambient_C: number
  readonly maxInside_C: number
}

export interface EnclosureHeat {
  readonly area_m2: number
  readonly rise_K: number
  readonly inside_C: number
  readonly needsFan: boolean
  /** 0 where none is needed; null where no amount of air helps. */
  readonly fan_m3_per_h: number | null
  readonly feasible: boolean
  readonly reasons: readonly string[]
}

/** The cooling surface that counts, by how the box is mounted: what stands against something sheds less. Source: IEC 60890 (from memory). */
export function coolingSurface_m2({
  width_mm,
  height_mm,
  depth_mm,
  mounting,
}: Pick<EnclosureHeatRequest, 'width_mm' | 'height_mm' | 'depth_mm' | 'mounting'>): number {
  const [w, h, d] = [width_mm / 1000, height_mm / 1000, depth_mm / 1000]
  return mounting === 'free' ? 1.8 * h * (w + d) + 1.4 * w * d : 1.4 * w * (h + d) + 1.8 * d * h
}

/** Still air in a closed box settles where its walls shed what is lost inside; a fan carries away the rest. */
export function enclosureHeat(request: EnclosureHeatRequest): {
  readonly result: EnclosureHeat
  readonly trace: readonly TraceStep[]
} {
  const { width_mm, height_mm, depth_mm, material, mounting, loss_W, ambient_C, maxInside_C } = request
  const area_m2 = coolingSurface_m2(request)
  const shed_W_per_K = WALL_W_PER_M2K[material] * area_m2
  const rise_K = loss_W / shed_W_per_K
  const inside_C = ambient_C + rise_K
  const room_K = maxInside_C - ambient_C
  const feasible = room_K > 0
  const needsFan = !feasible || inside_C > maxInside_C * (1 + 1e-12)
  const left_W = loss_W - shed_W_per_K * room_K
  const fan_m3_per_h = !feasible ? null : needsFan ? (AIR_M3_PER_H * left_W) / room_K : 0
  const reasons = feasible
    ? []
    : [
        `the air outside, ${formatNumber(ambient_C)} °C, is no cooler than the inside may get, ${formatNumber(maxInside_C)} °C: no amount of it cools`,
      ]
  const [w, h, d] = [width_mm / 1000, height_mm / 1000, depth_mm / 1000].map((value) => formatNumber(value)) as [
    string,
    string,
    string,
  ]
  const formula =
    mounting === 'free'
      ? `1.8 × ${h} × (${w} + ${d}) + 1.4 × ${w} × ${d}`
      : `1.4 × ${w} × (${h} + ${d}) + 1.8 × ${d} × ${h}`
  return {
    result: { area_m2, rise_K, inside_C, needsFan, fan_m3_per_h, feasible, reasons },
    trace: [
      step(
        'Cooling surface',
        `${mounting === 'free' ? 'free on all sides' : 'its back on a wall'}: ${formula} = ${formatNumber(area_m2)} m²`,
        cite(SOURCES.iec60890),
      ),
      step(
        'Walls',
        `${material.replace('-', ' ')}: ${WALL_W_PER_M2K[material]} W/m²K × ${formatNumber(area_m2)} m² = ${formatNumber(shed_W_per_K)} W for each kelvin`,
        COMMON_PRACTICE,
      ),
      step(
        'Inside, still air',
        `${formatNumber(ambient_C)} °C + ${formatNumber(loss_W)} W ÷ ${formatNumber(shed_W_per_K)} W/K = ${formatNumber(inside_C)} °C`,
      ),
      step(
        'Fan',
        !feasible
          ? reasons.join()
          : needsFan
            ? `the walls shed ${formatNumber(shed_W_per_K * room_K)} W at ${formatNumber(maxInside_C)} °C; ${formatNumber(left_W)} W ÷ ${formatNumber(room_K)} K × ${AIR_M3_PER_H} = ${formatNumber(fan_m3_per_h!)} m³/h, freely blowing; filters and grilles cost some`
            : `none: ${formatNumber(inside_C)} °C is within ${formatNumber(maxInside_C)} °C`,
        COMMON_PRACTICE,
      ),
    ],
  }
}
