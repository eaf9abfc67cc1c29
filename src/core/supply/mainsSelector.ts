/** A selector position serves the mains within a fifth of its figure. Common practice. */
const SELECTOR_TOLERANCE = 0.2

/** Whether a position of a mains selector, "115 V", is the one for these mains. */
export function servesMains(position: string, mains_V: number): boolean {
  const match = /(\d{2,3})/.exec(position)
  return match !== null && Math.abs(Number(match[1]) - mains_V) <= SELECTOR_TOLERANCE * mains_V
}
