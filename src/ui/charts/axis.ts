/** How the numbers along an axis look, in every chart. */
export const TICK = { fontSize: 12, fill: 'var(--mute)' } as const

/** Round numbers along an axis, few enough to be read whatever it spans: steps of 1, 2 or 5 times a power of ten. */
export function roundTicks(from: number, to: number, most = 9): readonly number[] {
  const span = to - from
  if (!(span > 0) || !Number.isFinite(span)) return [from]
  const rough = span / (most - 1)
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = power * ([1, 2, 5, 10].find((factor) => factor * power >= rough * (1 - 1e-9)) ?? 10)
  const first = Math.ceil(from / step - 1e-9)
  const count = Math.floor(to / step + 1e-9) - first + 1
  return Array.from({ length: Math.min(most, Math.max(1, count)) }, (_, i) => (first + i) * step)
}
