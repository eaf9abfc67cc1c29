/** Adiabatic heating of a conductor by a short circuit: t = (k S ÷ I)², valid up to 5 s. Source: IEC 60364-4-43, 434.5.2, k from table 43A (from memory). */

/** Beyond this, heat escapes and the formula says too little. */
export const ADIABATIC_MAX_S = 5

/**
 * k of copper by what its insulation stands: PVC 70 °C 115, PVC 90 °C 100, silicone 180 °C 132. Cross-linked insulation of 90 °C
 * stands 143; wire of 90 °C is taken for PVC, the common machine-tool wire and the more cautious.
 */
export function adiabaticFactor(insulation_C: number): number {
  if (insulation_C >= 180) return 132
  return insulation_C >= 90 ? 100 : 115
}

/** How long a conductor stands a fault current before its insulation suffers. */
export function withstands_s({
  area_mm2,
  insulation_C,
  current_A,
}: {
  readonly area_mm2: number
  readonly insulation_C: number
  readonly current_A: number
}): number {
  return ((adiabaticFactor(insulation_C) * area_mm2) / current_A) ** 2
}
