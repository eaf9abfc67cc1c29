import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { solveCircuit, type CircuitElement } from '@/core/circuit'
import { resistance_ohm_per_km } from '@/core/conductor'
import { pixelVolts, runPixels, type PixelRunRequest } from '.'

const base: PixelRunRequest = {
  count: 100,
  each_mA: 36,
  brightness_percent: 100,
  voltage_V: 12,
  pitch_mm: 50,
  loop_ohm_per_m: 0.2,
  feedSize: '1.5 mm²',
  feed_m: 2,
  minimum_V: 9,
  fedFrom: 'one',
}
const run = (changes: Partial<PixelRunRequest>) => runPixels({ ...base, ...changes }).result

/** The same run as a network: every pitch a resistance, every pixel a constant current. */
function asNetwork(request: PixelRunRequest): number[] {
  const rung = (request.loop_ohm_per_m * request.pitch_mm) / 1000
  const feed = (2 * request.feed_m * resistance_ohm_per_km(request.feedSize, 20)) / 1000
  const current = (request.each_mA * request.brightness_percent) / 1e5
  const elements: CircuitElement[] = [
    { id: 's', type: 'V', a: 'supply', b: 'g', value: request.voltage_V },
    { id: 'f', type: 'R', a: 'supply', b: 'p0', value: feed },
  ]
  for (let k = 1; k <= request.count; k += 1)
    elements.push(
      { id: `r${k}`, type: 'R', a: `p${k - 1}`, b: `p${k}`, value: rung },
      { id: `i${k}`, type: 'I', a: `p${k}`, b: 'g', value: current },
    )
  if (request.fedFrom === 'both')
    elements.push(
      { id: 'last', type: 'R', a: `p${request.count}`, b: 'far', value: rung },
      { id: 'f2', type: 'R', a: 'supply', b: 'far', value: feed },
    )
  const { nodes } = solveCircuit({ ground: 'g', elements })
  return Array.from({ length: request.count }, (_, k) => nodes[`p${k + 1}`]!)
}

const requests = fc.record({
  count: fc.integer({ min: 1, max: 60 }),
  each_mA: fc.double({ min: 5, max: 60, noNaN: true }),
  brightness_percent: fc.double({ min: 1, max: 100, noNaN: true }),
  voltage_V: fc.constantFrom(5, 12, 24),
  pitch_mm: fc.double({ min: 5, max: 100, noNaN: true }),
  loop_ohm_per_m: fc.double({ min: 0.01, max: 1, noNaN: true }),
  feedSize: fc.constantFrom('0.75 mm²', '18 AWG', '2.5 mm²'),
  feed_m: fc.double({ min: 0, max: 10, noNaN: true }),
  minimum_V: fc.constantFrom(3.5, 4.5),
  fedFrom: fc.constantFrom('one' as const, 'both' as const),
})

describe('the ladder in closed form, against the circuit solver', () => {
  it('has the same volts at every pixel', () => {
    fc.assert(
      fc.property(requests, (request) => {
        const volts = pixelVolts(request)
        asNetwork(request).forEach((expected, k) => expect(volts[k]!).toBeCloseTo(expected, 8))
        expect(runPixels(request).result.far_V).toBeCloseTo(Math.min(...volts), 9)
      }),
      { numRuns: 60 },
    )
  })

  it('says the most pixels that one end carries: that many keep the least voltage, one more would not', () => {
    fc.assert(
      fc.property(requests, (request) => {
        const { injectEvery, feeds } = runPixels(request).result
        const last = (count: number) => pixelVolts({ ...request, count, fedFrom: 'one' })[count - 1]!
        if (injectEvery > 0) expect(last(injectEvery)).toBeGreaterThanOrEqual(request.minimum_V - 1e-6)
        expect(last(injectEvery + 1)).toBeLessThan(request.minimum_V + 1e-6)
        if (injectEvery > 0) expect(feeds).toBe(Math.ceil(request.count / injectEvery))
      }),
      { numRuns: 60 },
    )
  })

  it('says how far to dim instead: at that brightness the lowest pixel has just enough', () => {
    fc.assert(
      fc.property(requests, (request) => {
        const { brightnessLimit_percent } = runPixels(request).result
        if (brightnessLimit_percent < 0.5) return
        const { far_V } = runPixels({ ...request, brightness_percent: brightnessLimit_percent }).result
        if (brightnessLimit_percent < 100) expect(far_V).toBeCloseTo(request.minimum_V, 6)
        else expect(far_V).toBeGreaterThanOrEqual(request.minimum_V - 1e-9)
      }),
      { numRuns: 60 },
    )
  })
})

describe('by hand', () => {
  it('three pixels of 1 A, 1 Ω a pitch, no feed: 3 + 2 + 1 = 6 V lost', () =>
    expect(run({ count: 3, each_mA: 1000, pitch_mm: 1000, loop_ohm_per_m: 1, feed_m: 0 })).toMatchObject({
      far_V: 6,
      total_A: 3,
      lowest: 3,
    }))
  it('the same fed from both ends: 1.5 + 0.5 = 2 V lost in the middle', () =>
    expect(
      run({ count: 3, each_mA: 1000, pitch_mm: 1000, loop_ohm_per_m: 1, feed_m: 0, fedFrom: 'both' }),
    ).toMatchObject({ far_V: 10, lowest: 2 }))
  it('counts the run from one end, not capped at the count', () =>
    expect(run({ count: 1 }).injectEvery).toBeGreaterThan(1))
  it('says so when the supply is below what pixels want', () =>
    expect(run({ minimum_V: 13 })).toMatchObject({
      feasible: false,
      injectEvery: 0,
      feeds: null,
      brightnessLimit_percent: 0,
    }))
})
