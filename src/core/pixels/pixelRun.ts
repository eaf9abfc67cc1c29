import { resistance_ohm_per_km } from '@/core/conductor'
import { formatNumber, isAtMost } from '@/core/quantity'
import { step, type TraceStep } from '@/core/trace'

export interface PixelRunRequest {
  readonly count: number
  /** Of one pixel at full white. */
  readonly each_mA: number
  readonly brightness_percent: number
  readonly voltage_V: number
  readonly pitch_mm: number
  /** Both rails of the strip together. */
  readonly loop_ohm_per_m: number
  readonly feedSize: string
  /** One way; each feed has its own pair. */
  readonly feed_m: number
  /** The least that a pixel works at. */
  readonly minimum_V: number
  readonly fedFrom: 'one' | 'both'
}

export interface PixelRun {
  readonly total_A: number
  /** At the lowest pixel. */
  readonly far_V: number
  /** Which pixel that is, counted from 1 at the feed. */
  readonly lowest: number
  /** The most pixels that one feed carries from one end. */
  readonly injectEvery: number
  /** Null where not even one pixel can be fed. */
  readonly feeds: number | null
  /** The brightness at which the lowest pixel of the run as fed just has enough. */
  readonly brightnessLimit_percent: number
  readonly feasible: boolean
  readonly reasons: readonly string[]
}

/** What a ladder of equal rungs is made of: amperes a pixel, ohms a pitch, ohms a feed. */
function ladderOf(request: PixelRunRequest) {
  return {
    pixel_A: (request.each_mA / 1000) * (request.brightness_percent / 100),
    rung_ohm: (request.loop_ohm_per_m * request.pitch_mm) / 1000,
    feed_ohm: (2 * request.feed_m * resistance_ohm_per_km(request.feedSize, 20)) / 1000,
  }
}

/** Amperes times rungs lost up to pixel k of n: each rung carries what all pixels beyond it draw. */
function lostRungs(fedFrom: 'one' | 'both', n: number, k: number): number {
  return fedFrom === 'one' ? k * n - (k * (k - 1)) / 2 : (k * (n - k + 1)) / 2
}

/** Volts at every pixel, the first one pitch from its feed. Fed from both ends, the far feed too is one pitch from its nearest pixel. */
export function pixelVolts(request: PixelRunRequest): Float64Array {
  const { pixel_A, rung_ohm, feed_ohm } = ladderOf(request)
  const { count, voltage_V, fedFrom } = request
  const perFeed = fedFrom === 'one' ? count : count / 2
  const volts = new Float64Array(count)
  for (let k = 1; k <= count; k += 1)
    volts[k - 1] = voltage_V - pixel_A * (perFeed * feed_ohm + rung_ohm * lostRungs(fedFrom, count, k))
  return volts
}

/**
 * A run of pixels of constant current as the exact ladder: fed from one end, the last of n pixels has lost n rungs and n,
 * n − 1, … 1 times a pixel's current, so n (n + 1) ÷ 2 in all; fed from both, the ladder is symmetric and its middle lowest.
 */
export function runPixels(request: PixelRunRequest): {
  readonly result: PixelRun
  readonly trace: readonly TraceStep[]
} {
  const { pixel_A, rung_ohm, feed_ohm } = ladderOf(request)
  const { count, voltage_V, minimum_V, fedFrom, brightness_percent } = request
  const total_A = count * pixel_A
  const lowest = fedFrom === 'one' ? count : Math.ceil(count / 2)
  const perFeed = fedFrom === 'one' ? count : count / 2
  const lost_V = pixel_A * (perFeed * feed_ohm + rung_ohm * lostRungs(fedFrom, count, lowest))
  const far_V = voltage_V - lost_V
  const injectEvery = mostFromOneEnd(voltage_V - minimum_V, pixel_A, rung_ohm, feed_ohm)
  const feeds = injectEvery === 0 ? null : Math.ceil(count / injectEvery)
  const room_V = voltage_V - minimum_V
  const brightnessLimit_percent = room_V <= 0 ? 0 : Math.min(100, (brightness_percent * room_V) / lost_V)
  const reasons =
    injectEvery > 0
      ? []
      : [
          room_V <= 0
            ? `the pixels want ${formatNumber(minimum_V)} V and the supply gives ${formatNumber(voltage_V)} V`
            : `not even one pixel at the end of this feed keeps ${formatNumber(minimum_V)} V; take a thicker or shorter feed`,
        ]
  return {
    result: {
      total_A,
      far_V,
      lowest,
      injectEvery,
      feeds,
      brightnessLimit_percent,
      feasible: reasons.length === 0,
      reasons,
    },
    trace: [
      step(
        'Current',
        `${count} × ${formatNumber(request.each_mA)} mA × ${formatNumber(brightness_percent)} % = ${formatNumber(total_A)} A`,
      ),
      step(
        'Feed',
        `2 × ${formatNumber(request.feed_m)} m of ${request.feedSize} at 20 °C: ${formatNumber(feed_ohm)} Ω${fedFrom === 'both' ? ', one at each end' : ''}`,
        'IEC 60228 or ASTM B258, as the size (from memory)',
      ),
      step(
        'A pitch of strip',
        `${formatNumber(request.pitch_mm)} mm × ${formatNumber(request.loop_ohm_per_m)} Ω/m = ${formatNumber(rung_ohm)} Ω`,
      ),
      step(
        'Lowest pixel',
        `number ${lowest}: ${formatNumber(voltage_V)} V − ${formatNumber(pixel_A * 1000)} mA × (${formatNumber(perFeed)} × ${formatNumber(feed_ohm)} Ω + ${formatNumber(lostRungs(fedFrom, count, lowest), 6)} × ${formatNumber(rung_ohm)} Ω) = ${formatNumber(far_V, 4)} V`,
        "Kirchhoff's laws, constant current per pixel",
      ),
      step(
        'From one end',
        injectEvery === 0
          ? reasons.join()
          : `${injectEvery} pixels keep ${formatNumber(minimum_V)} V; ${injectEvery + 1} would not`,
      ),
      step('Feeds', feeds === null ? 'none helps' : `${count} ÷ ${injectEvery}, rounded up: ${feeds}`),
      step('Or dim', `at ${formatNumber(brightnessLimit_percent)} % the run as fed keeps ${formatNumber(minimum_V)} V`),
    ],
  }
}

/** The greatest m with pixel × (m × feed + rung × m (m + 1) ÷ 2) within the room; the root of a parabola, put right by a step where rounding misses. */
/** How far rounding can put the root from the whole number wanted. */
const NEIGHBOURS = 64

function mostFromOneEnd(room_V: number, pixel_A: number, rung_ohm: number, feed_ohm: number): number {
  if (room_V < 0) return 0
  const lost = (m: number) => pixel_A * (m * feed_ohm + (rung_ohm * m * (m + 1)) / 2)
  const linear = feed_ohm + rung_ohm / 2
  const root = (-linear + Math.sqrt(linear ** 2 + (2 * rung_ohm * room_V) / pixel_A)) / rung_ohm
  // The root lies within rounding of the answer: a few steps to either side find it, and no figure makes them many.
  let m = Math.max(0, Math.floor(root))
  for (let tries = 0; tries < NEIGHBOURS && isAtMost(lost(m + 1), room_V); tries += 1) m += 1
  for (let tries = 0; tries < 2 * NEIGHBOURS && m > 0 && !isAtMost(lost(m), room_V); tries += 1) m -= 1
  return m
}
