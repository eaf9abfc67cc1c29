/** Layouts to begin from, in units of the largest radius. */

const HEX_OFFSETS: readonly (readonly [number, number])[] = [
  [0, 0],
  [1, 0],
  [1, 0.5773502691896258],
  [0.5, 0.2886751345948129],
  [0.3, 0.1],
  [0.7, 0.25],
  [0.85, 0.1],
  [0.5, 0],
]

/** How far each ring of six more is turned against the one within it, as a share of its own pitch. */
const TWISTS = [0.5, 0.25, 0] as const

/** What share of its circle a good layout fills. */
const DENSITIES = [0.8, 0.77, 0.79, 0.81, 0.83, 0.75] as const

/** Of `n` circles: hexagonal about several centres, in rings, and drawn. Larger circles take the places further in. */
export function* startsFor(r: Float64Array, draw: () => number): Generator<Float64Array> {
  const n = r.length
  const bySize = Array.from(r, (_, i) => i).sort((a, b) => r[b]! - r[a]! || a - b)
  const areas = r.reduce((sum, radius) => sum + radius * radius, 0)
  const pitch = Math.sqrt(areas / n)
  const layoutOf = (spots: readonly (readonly [number, number])[]) => {
    const layout = new Float64Array(2 * n)
    bySize.forEach((circle, k) => {
      const [x, y] = spots[k]!
      layout[2 * circle] = x * pitch + (draw() - 0.5) * 0.02
      layout[2 * circle + 1] = y * pitch + (draw() - 0.5) * 0.02
    })
    return layout
  }
  for (const twist of TWISTS) yield layoutOf(curved(n, twist))
  for (const offset of HEX_OFFSETS) yield layoutOf(hexagonal(n, offset))
  yield layoutOf(ringed(n))
  for (const density of DENSITIES) yield layoutOf(fromOutside(n, density))
  for (let k = 0; k < 24; k += 1) {
    const spread = Math.sqrt(n) * 1.15
    yield layoutOf(
      Array.from({ length: n }, () => {
        const out = Math.sqrt(draw()) * spread
        const turn = draw() * 2 * Math.PI
        return [out * Math.cos(turn), out * Math.sin(turn)] as const
      }),
    )
  }
}

/** The places of a hexagonal lattice nearest to a centre. */
function hexagonal(n: number, [ox, oy]: readonly [number, number]): readonly (readonly [number, number])[] {
  const reach = Math.ceil(Math.sqrt(n)) + 2
  const spots: [number, number][] = []
  for (let row = -reach; row <= reach; row += 1)
    for (let column = -reach; column <= reach; column += 1)
      spots.push([2 * column + (row % 2 === 0 ? 0 : 1) - ox, row * Math.sqrt(3) - oy])
  return spots.sort((a, b) => Math.hypot(...a) - Math.hypot(...b) || a[0] - b[0] || a[1] - b[1]).slice(0, n)
}

/** Rings about one in the middle, each as full as it gets. */
function ringed(n: number): readonly (readonly [number, number])[] {
  const spots: [number, number][] = [[0, 0]]
  for (let ring = 1; spots.length < n; ring += 1) {
    const room = Math.floor(Math.PI / Math.asin(1 / (2 * ring)))
    const count = Math.min(room, n - spots.length)
    for (let k = 0; k < count; k += 1) {
      const turn = (2 * Math.PI * k) / count + ring * 0.5
      spots.push([2 * ring * Math.cos(turn), 2 * ring * Math.sin(turn)])
    }
  }
  return spots
}

/** Rings of 6, 12, 18 … bent from hexagons, which lie closer than a lattice in a circle (Lubachevsky and Graham, 1997). */
function curved(n: number, twist: number): readonly (readonly [number, number])[] {
  const spots: [number, number][] = [[0, 0]]
  let turned = 0
  for (let ring = 1; spots.length < n; ring += 1) {
    turned += (twist * Math.PI) / (3 * ring)
    for (let k = 0; k < 6 * ring && spots.length < n; k += 1) {
      const turn = (Math.PI * k) / (3 * ring) + turned
      spots.push([RING_PITCH * ring * Math.cos(turn), RING_PITCH * ring * Math.sin(turn)])
    }
  }
  return spots
}

const RING_PITCH = 1.915

/** Rings as full as they get from the outermost inward, in a circle of a guessed size; nearest the middle first. */
function fromOutside(n: number, density: number): readonly (readonly [number, number])[] {
  const spots: [number, number][] = []
  for (let out = Math.sqrt(n / density) - 1, ring = 0; spots.length < n; out -= 1.8, ring += 1) {
    const left = n - spots.length
    const room = out > 1 ? Math.floor(Math.PI / Math.asin(1 / out)) : out > 0.4 ? 3 : 1
    const count = Math.min(left, Math.max(1, room))
    for (let k = 0; k < count; k += 1) {
      const turn = (2 * Math.PI * k) / count + ring * 0.4
      spots.push([Math.max(0, out) * Math.cos(turn), Math.max(0, out) * Math.sin(turn)])
    }
    if (out < 0.4 && spots.length < n) out = Math.sqrt(n / density) / 2
  }
  return spots.reverse()
}
