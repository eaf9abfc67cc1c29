import { wireSize } from '@/core/quantity'

/** How much wider strands lie than one solid round of the same area; common practice. */
const STRANDING = 1.15

/** Insulation about a conductor by its cross-section: thin for signals, as hook-up wire is sold for power; common practice. */
function insulation_mm(area_mm2: number): number {
  if (area_mm2 < 0.4) return 0.4
  if (area_mm2 <= 1) return 0.7
  if (area_mm2 <= 6) return 0.8
  return 1
}

/** Outside of an insulated conductor: its copper as a stranded round, and its insulation. */
export function conductorOutside_mm(size: string): number {
  const { area_mm2 } = wireSize(size)
  return 2 * Math.sqrt(area_mm2 / Math.PI) * STRANDING + 2 * insulation_mm(area_mm2)
}

/** A jacket about cores lying in a circle of a diameter; common practice. */
export function jacketOutside_mm(cores_mm: number): number {
  return cores_mm + 2 * (cores_mm < 4 ? 0.6 : cores_mm < 8 ? 0.8 : 1.1)
}
