import { descend } from './descent'
import { drawer } from './drawer'
import { startsFor } from './starts'

export interface PackedCircles {
  readonly radius: number
  /** Centres about the centre of the circle that holds them, in the order of the radii given. */
  readonly x: Float64Array
  readonly y: Float64Array
}

/** Steps of descent times circles: what the search may take, so that its time hangs on the number of circles alone. */
const SEARCH = 3_000_000
/** For a picture or a first figure: a per cent or so off. */
const GLANCE = 120_000
const MOST_HOPS = 500
/** How hard circles press on one another in each stage; the last is polished by scaling. */
const PRESSES = [30, 3000] as const
const POLISH = [3e5, 3e7] as const
const HOPS_WITHOUT_GAIN = 160

/**
 * The smallest circle found that holds circles of the given radii without overlap. Starts from hexagonal, ringed and drawn
 * layouts, lets each settle under pressure, and hops from the best: what sits worst goes where there is most room, or two of
 * different size change places. Deterministic.
 */
export function packCircles(radii: readonly number[], effort: 'search' | 'glance' = 'search'): PackedCircles {
  const n = radii.length
  const largest = Math.max(...radii)
  const r = Float64Array.from(radii, (radius) => radius / largest)
  if (n === 1) return { radius: radii[0]!, x: new Float64Array(1), y: new Float64Array(1) }
  if (n === 2) {
    const [a, b] = radii as [number, number]
    return { radius: a + b, x: Float64Array.from([-b, a]), y: new Float64Array(2) }
  }
  const best = new Search(r, effort === 'search' ? SEARCH : GLANCE).run()
  const { radius, at } = settled(best, r)
  const x = new Float64Array(n)
  const y = new Float64Array(n)
  for (let i = 0; i < n; i += 1) {
    x[i] = at[2 * i]! * largest
    y[i] = at[2 * i + 1]! * largest
  }
  return { radius: radius * largest, x, y }
}

/** A layout spread just so far that nothing overlaps, and the radius it then needs. */
function settled(layout: Float64Array, r: Float64Array): { readonly radius: number; readonly at: Float64Array } {
  const n = r.length
  let spread = 0
  for (let i = 0; i < n; i += 1)
    for (let j = i + 1; j < n; j += 1) {
      const apart = Math.hypot(layout[2 * i]! - layout[2 * j]!, layout[2 * i + 1]! - layout[2 * j + 1]!)
      spread = Math.max(spread, apart > 0 ? (r[i]! + r[j]!) / apart : Infinity)
    }
  if (!Number.isFinite(spread)) return { radius: Infinity, at: layout }
  const at = new Float64Array(2 * n)
  let radius = 0
  for (let i = 0; i < n; i += 1) {
    at[2 * i] = layout[2 * i]! * spread
    at[2 * i + 1] = layout[2 * i + 1]! * spread
    radius = Math.max(radius, Math.hypot(at[2 * i]!, at[2 * i + 1]!) + r[i]!)
  }
  return { radius, at }
}

class Search {
  private readonly n: number
  private left: number
  /** Pairs near enough to touch within a few steps. */
  private pairs = new Int32Array(0)
  private readonly builtAt: Float64Array
  private readonly draw: () => number
  private readonly isEqual: boolean

  constructor(
    private readonly r: Float64Array,
    private readonly budget: number,
  ) {
    this.n = r.length
    this.left = budget
    this.builtAt = new Float64Array(2 * this.n + 1).fill(NaN)
    this.draw = drawer(this.n * 7919 + 17)
    this.isEqual = r.every((radius) => Math.abs(radius - r[0]!) < 1e-12)
  }

  run(): Float64Array {
    let best: Float64Array | null = null
    let least = Infinity
    const keep = (layout: Float64Array): boolean => {
      const { radius } = settled(layout, this.r)
      if (radius >= least - 1e-9) return false
      least = radius
      best = layout.slice(0, 2 * this.n)
      return true
    }
    for (const start of startsFor(this.r, this.draw)) {
      if (best !== null && this.left < this.budget * 0.55) break
      keep(this.relax(start, PRESSES))
    }
    let present: Float64Array = best!
    let presentRadius = least
    let idle = 0
    for (let hop = 0; hop < MOST_HOPS && this.left > 0 && idle < HOPS_WITHOUT_GAIN && this.n > 3; hop += 1) {
      const next = this.relax(this.hopFrom(present, presentRadius), PRESSES)
      const { radius } = settled(next, this.r)
      idle += 1
      if (keep(next)) idle = 0
      // A little worse is gone on from for a while: the way to a better layout leads over such.
      if (radius < presentRadius * (idle % 8 === 0 ? 1.004 : 1.0005)) {
        present = next.slice(0, 2 * this.n)
        presentRadius = radius
      } else if (idle % 20 === 19) {
        present = best!
        presentRadius = least
      }
    }
    keep(this.relax(best!, POLISH))
    return best!
  }

  /** Lets a layout settle under pressure; the last entry of the vector is the radius. */
  private relax(layout: Float64Array, presses: readonly number[]): Float64Array {
    const x = new Float64Array(2 * this.n + 1)
    x.set(layout.subarray(0, 2 * this.n))
    let reach = 0
    for (let i = 0; i < this.n; i += 1) reach = Math.max(reach, Math.hypot(x[2 * i]!, x[2 * i + 1]!) + this.r[i]!)
    x[2 * this.n] = reach
    for (const [stage, press] of presses.entries()) {
      const isLast = stage === presses.length - 1
      const taken = descend(
        (at, gradient) => this.energy(at, gradient, press),
        x,
        isLast ? 220 : 140,
        isLast ? 1e-5 : 1e-3,
      )
      this.left -= taken * this.n
    }
    return x
  }

  /** The radius, and what overlap costs at a pressure. */
  private energy(x: Float64Array, gradient: Float64Array, press: number): number {
    const { n, r } = this
    this.findPairs(x)
    gradient.fill(0)
    const R = x[2 * n]!
    let cost = R
    let pull = 1
    const { pairs } = this
    for (let k = 0; k < pairs.length; k += 2) {
      const i = pairs[k]!
      const j = pairs[k + 1]!
      const dx = x[2 * i]! - x[2 * j]!
      const dy = x[2 * i + 1]! - x[2 * j + 1]!
      const wanted = r[i]! + r[j]!
      const square = dx * dx + dy * dy
      if (square >= wanted * wanted) continue
      const apart = Math.sqrt(square) || 1e-9
      const over = wanted - apart
      cost += press * over * over
      const force = (-2 * press * over) / apart
      gradient[2 * i]! += force * dx
      gradient[2 * i + 1]! += force * dy
      gradient[2 * j]! -= force * dx
      gradient[2 * j + 1]! -= force * dy
    }
    for (let i = 0; i < n; i += 1) {
      const px = x[2 * i]!
      const py = x[2 * i + 1]!
      const out = Math.sqrt(px * px + py * py)
      const over = out + r[i]! - R
      if (over <= 0) continue
      cost += press * over * over
      const force = 2 * press * over
      pull -= force
      if (out > 0) {
        gradient[2 * i]! += (force * px) / out
        gradient[2 * i + 1]! += (force * py) / out
      }
    }
    gradient[2 * n] = pull
    return cost
  }

  /** Lists the pairs within a margin anew once something has moved by half of it. */
  private findPairs(x: Float64Array): void {
    const { n, r, builtAt } = this
    const margin = 0.6
    let isStale = false
    for (let i = 0; i < 2 * n; i += 1)
      if (!(Math.abs(x[i]! - builtAt[i]!) < margin / 3)) {
        isStale = true
        break
      }
    if (!isStale) return
    builtAt.set(x)
    const order = Array.from({ length: n }, (_, i) => i).sort((a, b) => x[2 * a]! - x[2 * b]!)
    const found: number[] = []
    for (let a = 0; a < n; a += 1) {
      const i = order[a]!
      for (let b = a + 1; b < n; b += 1) {
        const j = order[b]!
        const dx = x[2 * j]! - x[2 * i]!
        if (dx > 2 + margin) break
        const wanted = r[i]! + r[j]! + margin
        const dy = x[2 * j + 1]! - x[2 * i + 1]!
        if (dx * dx + dy * dy < wanted * wanted) found.push(i, j)
      }
    }
    this.pairs = Int32Array.from(found)
  }

  /** A neighbour of a layout: one of the circles that sit farthest out goes where there is most room, or two change places. */
  private hopFrom(layout: Float64Array, radius: number): Float64Array {
    const { n, r, draw } = this
    const next = layout.slice(0, 2 * n)
    if (!this.isEqual && draw() < 0.6) {
      for (let tries = 0; tries < 30; tries += 1) {
        const i = Math.floor(draw() * n)
        const j = Math.floor(draw() * n)
        if (Math.abs(r[i]! - r[j]!) < 1e-9) continue
        for (const k of [0, 1]) {
          const kept = next[2 * i + k]!
          next[2 * i + k] = next[2 * j + k]!
          next[2 * j + k] = kept
        }
        return next
      }
    }
    if (draw() < 0.5) {
      // Shake one neighbourhood.
      const at = Math.floor(draw() * n)
      const reach = 2.2 + draw() * 2.5
      const by = 0.4 + draw() * 0.9
      const [cx, cy] = [next[2 * at]!, next[2 * at + 1]!]
      for (let i = 0; i < n; i += 1) {
        if (Math.hypot(next[2 * i]! - cx, next[2 * i + 1]! - cy) > reach) continue
        next[2 * i]! += (draw() - 0.5) * 2 * by
        next[2 * i + 1]! += (draw() - 0.5) * 2 * by
      }
      return next
    }
    const moves = 1 + Math.floor(draw() * 3)
    for (let move = 0; move < moves; move += 1) {
      const i = Math.floor(draw() * n)
      let room = -Infinity
      let [bx, by] = [0, 0]
      for (let probe = 0; probe < 60; probe += 1) {
        const out = Math.sqrt(draw()) * Math.max(0, radius - r[i]! * 0.5)
        const turn = draw() * 2 * Math.PI
        const [px, py] = [out * Math.cos(turn), out * Math.sin(turn)]
        let free = radius - out
        for (let j = 0; j < n && free > room; j += 1)
          if (j !== i) free = Math.min(free, Math.hypot(px - next[2 * j]!, py - next[2 * j + 1]!) - r[j]!)
        if (free > room && Math.hypot(px - next[2 * i]!, py - next[2 * i + 1]!) > r[i]!) {
          room = free
          ;[bx, by] = [px, py]
        }
      }
      next[2 * i] = bx
      next[2 * i + 1] = by
    }
    return next
  }
}
