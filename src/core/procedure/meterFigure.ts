/** Above this an ohmmeter shows no figure; how the logbook keeps that. */
export const OL_OHM = 1e9

/**
 * What came down a line, as the meter's own display has it: four digits, and nothing finer than a thousandth of a volt,
 * an ampere or an ohm (common practice, from memory: hand-held meters of 6000 counts). Infinity stays: it is an open circuit.
 */
export function asMeterShows(value: number): number {
  if (!Number.isFinite(value)) return value
  const shown = Math.round(Number(value.toPrecision(4)) * 1000) / 1000
  return shown === 0 ? 0 : shown
}

/** Below this a reading is what arithmetic leaves of nought; no meter shows it. */
const RESIDUE = 1e-6

/** A reading of the log with its unit, as it was typed; OL where the ohmmeter's range ended. */
export function readingWords(value: number, unit: string | null): string {
  const figure =
    unit === 'Ω' && value >= OL_OHM ? 'OL' : Math.abs(value) < RESIDUE ? '0' : String(Number(value.toPrecision(6)))
  return [figure, unit ?? ''].filter((word) => word !== '').join(' ')
}
