/** Resistivity of annealed copper at 20 °C, Ω·mm²/m. */
export const COPPER_OHM_MM2_PER_M = 1 / 58

/** Temperature coefficient of resistance at 20 °C, per K. */
export const COPPER_PER_K = 0.00393

/** IEC 60228 class 5 (flexible), plain copper: the greatest resistance at 20 °C, Ω/km by area in mm². */
export const CLASS5_OHM_PER_KM: Readonly<Record<number, number>> = {
  0.5: 39.0,
  0.75: 26.0,
  1: 19.5,
  1.5: 13.3,
  2.5: 7.98,
  4: 4.95,
  6: 3.3,
  10: 1.91,
  16: 1.21,
  25: 0.78,
  35: 0.554,
  50: 0.386,
}
