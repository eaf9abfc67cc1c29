import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coolingSurface_m2, enclosureHeat, WALL_MATERIALS, WALL_W_PER_M2K, type EnclosureHeatRequest } from '.'

const base: EnclosureHeatRequest = {
  width_mm: 600,
  height_mm: 800,
  depth_mm: 300,
  material: 'painted-steel',
  mounting: 'free',
  loss_W: 100,
  ambient_C: 25,
  maxInside_C: 40,
}
const heat = (changes: Partial<EnclosureHeatRequest>) => enclosureHeat({ ...base, ...changes }).result

describe('effective cooling surface (IEC 60890 as the trade uses it, from memory)', () => {
  it('free on all sides: 1.8 H (W + D) + 1.4 W D', () =>
    expect(coolingSurface_m2(base)).toBeCloseTo(1.8 * 0.8 * 0.9 + 1.4 * 0.6 * 0.3, 12))
  it('back on a wall: 1.4 W (H + D) + 1.8 D H', () =>
    expect(coolingSurface_m2({ ...base, mounting: 'wall' })).toBeCloseTo(1.4 * 0.6 * 1.1 + 1.8 * 0.3 * 0.8, 12))
  it('is less than the whole skin and more than its front and sides', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 2000 }),
        fc.integer({ min: 100, max: 2000 }),
        fc.integer({ min: 80, max: 800 }),
        (width_mm, height_mm, depth_mm) => {
          const [w, h, d] = [width_mm / 1000, height_mm / 1000, depth_mm / 1000]
          const skin = 2 * (w * h + w * d + h * d)
          for (const mounting of ['free', 'wall'] as const)
            expect(coolingSurface_m2({ width_mm, height_mm, depth_mm, mounting })).toBeLessThan(skin)
          expect(coolingSurface_m2({ width_mm, height_mm, depth_mm, mounting: 'wall' })).toBeLessThan(
            coolingSurface_m2({ width_mm, height_mm, depth_mm, mounting: 'free' }),
          )
        },
      ),
    ))
})

describe('temperature and fan', () => {
  it('100 W in painted steel, 1.548 m²: 11.7 K', () => {
    expect(heat({}).rise_K).toBeCloseTo(100 / (5.5 * 1.548), 9)
    expect(heat({})).toMatchObject({ needsFan: false, fan_m3_per_h: 0, feasible: true })
  })
  it('300 W wants air for what the walls do not shed: 3.1 m³/h for each W/K', () => {
    const shed_W = 5.5 * 1.548 * 15
    expect(heat({ loss_W: 300 }).fan_m3_per_h).toBeCloseTo((3.1 * (300 - shed_W)) / 15, 9)
    expect(heat({ loss_W: 300 }).needsFan).toBe(true)
  })
  it('air as warm as the limit never cools', () =>
    expect(heat({ ambient_C: 40 })).toMatchObject({ feasible: false, fan_m3_per_h: null }))
  it('nothing lost, nothing risen', () =>
    expect(heat({ loss_W: 0 })).toMatchObject({ rise_K: 0, inside_C: 25, needsFan: false }))
})

describe('laws', () => {
  const requests = fc.record({
    width_mm: fc.integer({ min: 100, max: 1500 }),
    height_mm: fc.integer({ min: 100, max: 1500 }),
    depth_mm: fc.integer({ min: 80, max: 600 }),
    material: fc.constantFrom(...WALL_MATERIALS),
    mounting: fc.constantFrom('free' as const, 'wall' as const),
    loss_W: fc.double({ min: 0, max: 800, noNaN: true }),
    ambient_C: fc.double({ min: -10, max: 39, noNaN: true }),
    maxInside_C: fc.constant(40),
  })
  it('with the fan it asks for, walls and air together carry away all that is lost at the limit', () =>
    fc.assert(
      fc.property(requests, (request) => {
        const { result } = enclosureHeat(request)
        if (!result.needsFan) return
        const room_K = request.maxInside_C - request.ambient_C
        expect(
          WALL_W_PER_M2K[request.material] * result.area_m2 * room_K + (result.fan_m3_per_h! * room_K) / 3.1,
        ).toBeCloseTo(request.loss_W, 6)
      }),
    ))
  it('a bigger box is never warmer', () =>
    fc.assert(
      fc.property(requests, (request) => {
        expect(enclosureHeat({ ...request, width_mm: request.width_mm * 1.2 }).result.inside_C).toBeLessThanOrEqual(
          enclosureHeat(request).result.inside_C + 1e-9,
        )
      }),
    ))
})
