/** Geometry of a cable chain: two straight runs and a half circle between them. Common practice of chain makers' sheets. */

export interface ChainRequest {
  readonly travel_mm: number
  /** Of the bend, at the neutral line. */
  readonly radius_mm: number
  readonly pitch_mm: number
  /** Outer height of a link. */
  readonly link_mm: number
  /** Where along the travel the still end is fixed, from one end of it. */
  readonly fixedAt_percent: number
}

export interface ChainAnswer {
  readonly links: number
  /** Half the travel, what it is fixed off the middle, and the half circle: less does not reach. */
  readonly bare_mm: number
  readonly length_mm: number
  /** From the lower run's underside to the upper run's top. */
  readonly height_mm: number
  /** How far the bend reaches beyond the still end, at either end of the travel. */
  readonly reach_mm: readonly [number, number]
}

/** So many links beyond the arc keep the ends from being pulled. */
const SPARE_LINKS = 2

/**
 * Links from travel, radius and pitch. Fixed halfway, a chain is half the travel long and the half circle beside (π·R); fixed
 * off the middle by e it is e longer. The bend lies R beyond the straight runs, and the whole stands 2·R and a link high.
 */
export function chainOf({ travel_mm, radius_mm, pitch_mm, link_mm, fixedAt_percent }: ChainRequest): ChainAnswer {
  const off_mm = travel_mm * Math.abs(fixedAt_percent / 100 - 0.5)
  const bare_mm = travel_mm / 2 + off_mm + Math.PI * radius_mm
  const links = Math.ceil(bare_mm / pitch_mm - 1e-9) + SPARE_LINKS
  const length_mm = links * pitch_mm
  // With the moving end at x from the still one, the bend's crown is (x + L − πR) / 2 + R from the still end.
  const crown = (x_mm: number) => (x_mm + length_mm - Math.PI * radius_mm) / 2 + radius_mm + link_mm / 2
  const still_mm = (travel_mm * fixedAt_percent) / 100
  return {
    links,
    bare_mm,
    length_mm,
    height_mm: 2 * radius_mm + link_mm,
    reach_mm: [crown(-still_mm), crown(travel_mm - still_mm)],
  }
}
