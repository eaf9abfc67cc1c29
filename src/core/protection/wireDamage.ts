/** Adiabatic heating of a conductor by a short circuit: t = (k S ÷ I)², valid up to 5 s. Source: IEC 60364-4-43, 434.5.2, k from table 43A (from memory). */

/** Beyond this, heat escapes and the formula says too little. */
export const ADIABATIC_MAX_S = 5

/** k of copper by what its insulation stands: PVC 70 °C, cross-linked 90 °C, silicone 180 °C. */
export function adiabaticFactor(insulation_C: number): number {
  if (insulation_C >= 180) return 132
  return insulation_C >= 90 ? 143 : 115
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
