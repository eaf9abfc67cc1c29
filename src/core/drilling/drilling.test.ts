import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  GLAND_THREADS,
  glandThread,
  RACK_PANEL_mm,
  RACK_UNIT_mm,
  RAIL_TH35,
  SCREW_DATA,
  SCREWS,
} from '@/core/reference'
import {
  CORNERS,
  drillingMethod,
  fixingFor,
  holeSpacing,
  holeTable,
  mmToInch,
  SCREW_LENGTHS_mm,
  seenFrom,
  WALL_SUBSTANCES,
  type Hole,
} from '.'

const hole = (id: string, x_mm: number, y_mm: number, rest: Partial<Hole> = {}): Hole => ({
  id,
  label: id,
  owner: id,
  shape: { kind: 'round', diameter_mm: 20 },
  x_mm,
  y_mm,
  for: 'gland',
  state: 'make',
  screw: null,
  nut_mm: null,
  ...rest,
})
const face = { width_mm: 300, height_mm: 200 }
const wall = { material: 'painted-steel', thickness_mm: 1.5 } as const

describe('dimensions of the trade', () => {
  it('a rack unit is 1.75 in and a panel 19 in (EIA-310; 25.4 mm by definition)', () => {
    expect(RACK_UNIT_mm).toBeCloseTo(1.75 * 25.4, 9)
    expect(RACK_PANEL_mm).toBeCloseTo(19 * 25.4, 9)
  })
  it('the rail is 35 by 7.5 mm (IEC 60715)', () => expect([RAIL_TH35.width_mm, RAIL_TH35.height_mm]).toEqual([35, 7.5]))
  it.each([
    ['PG7', 12.5],
    ['PG9', 15.2],
    ['PG11', 18.6],
    ['PG13.5', 20.4],
    ['PG16', 22.5],
    ['PG21', 28.3],
    ['PG29', 37],
    ['PG36', 47],
    ['PG42', 54],
    ['PG48', 59.3],
  ])('%s has a thread of %d mm (DIN 40430, from memory)', (size, thread) =>
    expect(glandThread(size)!.thread_mm).toBe(thread),
  )
  it.each([12, 16, 20, 25, 32, 40, 50, 63])('M%d has a thread of its name (EN 60423)', (d) =>
    expect(glandThread(`M${d}`)!.thread_mm).toBe(d),
  )
  it('a gland’s hole lets its thread through with half a millimetre and its nut covers it; larger clamps larger', () => {
    for (const family of ['PG', 'M'] as const) {
      const list = GLAND_THREADS.filter((gland) => gland.family === family)
      list.forEach((gland, i) => {
        expect(gland.hole_mm - gland.thread_mm).toBeCloseTo(0.5, 6)
        expect(gland.nut_mm).toBeGreaterThan(gland.hole_mm)
        expect(gland.clampMax_mm).toBeLessThan(gland.thread_mm)
        if (i > 0) expect(gland.clampMax_mm).toBeGreaterThan(list[i - 1]!.clampMax_mm)
      })
    }
  })
  it('“pg 13,5” is PG13.5, and PG14 is nothing', () => {
    expect(glandThread('pg 13,5')!.size).toBe('PG13.5')
    expect(glandThread('PG14')).toBeNull()
  })
  it('clearance holes are larger than their screws (ISO 273 medium: M3 3.4, M4 4.5, M5 5.5, M6 6.6, M8 9; from memory)', () => {
    expect(
      [SCREW_DATA.M3, SCREW_DATA.M4, SCREW_DATA.M5, SCREW_DATA.M6, SCREW_DATA.M8].map(({ hole_mm }) => hole_mm),
    ).toEqual([3.4, 4.5, 5.5, 6.6, 9])
    for (const screw of SCREWS) expect(SCREW_DATA[screw].hole_mm).toBeGreaterThan(Number(screw.slice(1)))
  })
})

describe('hole table', () => {
  it('from opposite corners the figures add up to the face; inches are millimetres over 25.4', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 200 }), (x, y) => {
        const at = (corner: (typeof CORNERS)[number]) =>
          holeTable({ holes: [hole('a', x, y)], face, corner, view: 'outside', ...wall })[0]!
        expect(at('upper left').x_mm + at('lower right').x_mm).toBeCloseTo(300, 9)
        expect(at('upper left').y_mm + at('lower right').y_mm).toBeCloseTo(200, 9)
        expect(at('lower left').x_in).toBeCloseTo(mmToInch(x), 12)
      }),
    ))
  it('seen from inside and measured from the mirrored corner the figures are those of outside', () => {
    const [outside] = holeTable({ holes: [hole('a', 40, 30)], face, corner: 'lower left', view: 'outside', ...wall })
    const [inside] = holeTable({ holes: [hole('a', 40, 30)], face, corner: 'lower right', view: 'inside', ...wall })
    expect([inside!.x_mm, inside!.y_mm]).toEqual([outside!.x_mm, outside!.y_mm])
  })
  it('mirrored twice a hole is where it was', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), (x) => {
        const once = seenFrom(hole('a', x, 10), 'inside', 300)
        expect(seenFrom(once, 'inside', 300).x_mm).toBeCloseTo(x, 9)
      }),
    ))
  it('numbers run row by row', () =>
    expect(
      holeTable({
        holes: [hole('c', 50, 90), hole('b', 90, 20), hole('a', 30, 20)],
        face,
        corner: 'upper left',
        view: 'outside',
        ...wall,
      }).map(({ hole: each }) => each.id),
    ).toEqual(['a', 'b', 'c']))
})

describe('spacing', () => {
  const faults = (...holes: Hole[]) => holeSpacing({ holes, face, ...wall })
  it('far apart and inside: nothing', () => expect(faults(hole('a', 60, 60), hole('b', 140, 60))).toEqual([]))
  it('near the edge, near each other, and over each other', () => {
    expect(faults(hole('a', 14, 60))).toMatchObject([{ kind: 'edge', left_mm: 4 }])
    expect(faults(hole('a', 60, 60), hole('b', 82, 60))).toMatchObject([{ kind: 'web', left_mm: 2 }])
    expect(faults(hole('a', 60, 60), hole('b', 70, 60))).toMatchObject([{ kind: 'web', left_mm: -10 }])
  })
  it('nuts that meet though the holes do not', () =>
    expect(faults(hole('a', 60, 60, { nut_mm: 30 }), hole('b', 88, 60, { nut_mm: 30 }))).toMatchObject([
      { kind: 'nuts', left_mm: -2 },
    ]))
  it('holes of one pattern are its maker’s business', () =>
    expect(faults(hole('a', 60, 60, { owner: 'x' }), hole('b', 70, 60, { owner: 'x' }))).toEqual([]))
  it('plastic wants more about a hole than steel', () =>
    expect(holeSpacing({ holes: [hole('a', 17, 60)], face, material: 'plastic', thickness_mm: 3 })).toHaveLength(1))
  it('a fault is mutual: the order of the holes does not matter', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 200 })), { maxLength: 8 }),
        (list) => {
          const holes = list.map(([x, y], i) => hole(`h${i}`, x, y))
          expect(faults(...holes).length).toBe(faults(...[...holes].reverse()).length)
        },
      ),
    ))
})

describe('how a hole is made (common practice)', () => {
  it.each(WALL_SUBSTANCES)('%s: before, the hole, after; chips are taken up, never blown', (material) => {
    const { steps } = drillingMethod({ shape: { kind: 'round', diameter_mm: 20.5 }, material, thickness_mm: 2 })
    expect(steps.length).toBeGreaterThanOrEqual(3)
    expect(steps.at(-1)).toContain('do not blow')
  })
  it('small round holes by twist drill, with a pilot from 4 mm up', () => {
    expect(drillingMethod({ shape: { kind: 'round', diameter_mm: 3.4 }, ...wall })).toMatchObject({
      pilot_mm: null,
      stepTo_mm: null,
    })
    expect(drillingMethod({ shape: { kind: 'round', diameter_mm: 4.5 }, ...wall }).pilot_mm).toBeLessThan(4.5)
  })
  it('a gland’s hole in sheet by step bit, never beyond its size', () => {
    for (const { hole_mm } of GLAND_THREADS.filter((gland) => gland.hole_mm <= 40)) {
      const { stepTo_mm } = drillingMethod({ shape: { kind: 'round', diameter_mm: hole_mm }, ...wall })
      if (stepTo_mm !== null) expect(stepTo_mm).toBeLessThanOrEqual(hole_mm)
    }
    expect(drillingMethod({ shape: { kind: 'round', diameter_mm: 20.5 }, ...wall })).toMatchObject({
      pilot_mm: 4,
      stepTo_mm: 20,
    })
  })
  it('a fan’s hole is punched or sawn; plastic is masked', () => {
    expect(drillingMethod({ shape: { kind: 'round', diameter_mm: 77 }, ...wall }).tool).toContain('77 mm')
    expect(
      drillingMethod({ shape: { kind: 'round', diameter_mm: 20 }, material: 'plastic', thickness_mm: 3 }).steps[0],
    ).toContain('Mask')
  })
})

describe('screws', () => {
  it('M4 through 1.5 mm on 1.5 mm steel with two washers, nut and two threads: 10 mm', () => {
    // 1.5 + 1.5 + 2 × 0.8 + 3.2 + 2 × 0.7 = 9.2; the next sold is 10.
    expect(fixingFor({ screw: 'M4', count: 4, held_mm: 1.5, wall_mm: 1.5, standoff_mm: 0, into: 'nut' })).toMatchObject(
      { length_mm: 10, nuts: 4, washers: 8, standoffs: null },
    )
  })
  it('a board on standoffs: a diameter of thread, nothing behind', () =>
    expect(
      fixingFor({ screw: 'M3', count: 4, held_mm: 1.6, wall_mm: 1.5, standoff_mm: 10, into: 'standoff' }),
    ).toMatchObject({ length_mm: 6, behind_mm: 0, standoffs: { length_mm: 10, count: 4 }, nuts: 0 }))
  it('in wood an insert takes the nut’s place', () =>
    expect(fixingFor({ screw: 'M4', count: 2, held_mm: 1.5, wall_mm: 12, standoff_mm: 0, into: 'wood' })).toMatchObject(
      { nuts: 0, inserts: 2 },
    ))
  it('is always long enough, sold, and no size longer than needed', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...SCREWS),
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 5, max: 60 }),
        (screw, held, wall_tenths) => {
          const { length_mm } = fixingFor({
            screw,
            count: 1,
            held_mm: held / 10,
            wall_mm: wall_tenths / 10,
            standoff_mm: 0,
            into: 'nut',
          })
          const { nut_mm, washer_mm, pitch_mm } = SCREW_DATA[screw]
          const wanted = held / 10 + wall_tenths / 10 + 2 * washer_mm + nut_mm + 2 * pitch_mm
          expect(length_mm).toBeGreaterThanOrEqual(wanted - 1e-9)
          const shorter = [...SCREW_LENGTHS_mm].reverse().find((length) => length < length_mm)
          if (shorter !== undefined) expect(shorter).toBeLessThan(wanted)
        },
      ),
    ))
})
