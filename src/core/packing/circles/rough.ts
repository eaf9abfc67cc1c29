/** Circles about equal ones of radius 1: proved or best known (Graham and others, 1998; from memory). */
const EQUAL: readonly number[] = [
  0, 1, 2, 2.155, 2.415, 2.702, 3, 3, 3.305, 3.614, 3.814, 3.924, 4.03, 4.237, 4.329, 4.522, 4.616, 4.793, 4.864, 4.864,
]
/** Of a circle that mixed leads fill; common practice. */
const FILLED = 0.74

/** About how thick a bundle gets, without searching: for ties, jackets and first looks. Exact for one and two. */
export function roughBundle_mm(diameters: readonly number[]): number {
  const [first = 0, second = 0] = diameters.toSorted((a, b) => b - a)
  if (diameters.length < 3) return first + second
  const isEqual = diameters.every((each) => Math.abs(each - first) < 0.01 * first)
  if (isEqual && diameters.length < EQUAL.length) return first * EQUAL[diameters.length]!
  const area = diameters.reduce((sum, each) => sum + each * each, 0)
  return Math.max(first + second, Math.sqrt(area / FILLED))
}
