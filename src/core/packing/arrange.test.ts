import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { overlaps, type Rect } from '@/core/geometry'
import {
  arrange,
  arrangeInOrder,
  scorePlaces,
  type ArrangeItem,
  type ArrangeProgress,
  type ArrangeRequest,
  type Arrangement,
} from '.'

const item = (id: string, width_mm: number, height_mm: number, rest: Partial<ArrangeItem> = {}): ArrangeItem => ({
  id,
  width_mm,
  height_mm,
  margins: { top: 10, right: 5, bottom: 10, left: 5 },
  isRailed: false,
  isMains: false,
  isSignal: false,
  heat_W: 0,
  isCool: false,
  ...rest,
})
const request = (items: readonly ArrangeItem[], rest: Partial<ArrangeRequest> = {}): ArrangeRequest => ({
  face: { width_mm: 500, height_mm: 500 },
  items,
  standing: [],
  pulls: [],
  duct_mm: 30,
  edge_mm: 5,
  apart_mm: 25,
  seed: 1,
  tries: 300,
  ...rest,
})

function run(what: ArrangeRequest): { readonly answer: Arrangement; readonly heard: readonly ArrangeProgress[] } {
  const steps = arrange(what)
  const heard: ArrangeProgress[] = []
  let step = steps.next()
  while (!step.done) {
    heard.push(step.value)
    step = steps.next()
  }
  return { answer: step.value, heard }
}
const rectOf = ({ width_mm, height_mm }: ArrangeItem, at: { readonly x_mm: number; readonly y_mm: number }): Rect => ({
  left_mm: at.x_mm - width_mm / 2,
  right_mm: at.x_mm + width_mm / 2,
  top_mm: at.y_mm - height_mm / 2,
  bottom_mm: at.y_mm + height_mm / 2,
})

const items = fc
  .array(
    fc.record({
      w: fc.integer({ min: 8, max: 130 }),
      h: fc.integer({ min: 10, max: 230 }),
      rail: fc.boolean(),
      mains: fc.boolean(),
      heat: fc.integer({ min: 0, max: 60 }),
    }),
    { minLength: 1, maxLength: 14 },
  )
  .map((list) =>
    list.map(({ w, h, rail, mains, heat }, i) =>
      item(`i${i}`, w, h, { isRailed: rail, isMains: mains, isSignal: !mains, heat_W: heat, isCool: heat < 5 }),
    ),
  )

describe('an arrangement', () => {
  it('covers nothing, keeps to the face, and accounts for every part', () =>
    fc.assert(
      fc.property(items, fc.integer({ min: 1, max: 1000 }), (list, seed) => {
        const standing = [{ id: 's', rect: { left_mm: 200, right_mm: 260, top_mm: 180, bottom_mm: 240 } }]
        const { answer } = run(request(list, { seed, standing, tries: 60 }))
        const placed = list.flatMap((each) => (answer.places[each.id] ? [rectOf(each, answer.places[each.id]!)] : []))
        expect(placed.length + answer.unplaced.length).toBe(list.length)
        for (const [i, rect] of placed.entries()) {
          expect(rect.left_mm >= 0 && rect.top_mm >= 0 && rect.right_mm <= 500 && rect.bottom_mm <= 500).toBe(true)
          expect(overlaps(rect, standing[0]!.rect)).toBe(false)
          for (const other of placed.slice(i + 1)) expect(overlaps(rect, other)).toBe(false)
        }
        for (const duct of answer.ducts)
          for (const rect of placed)
            expect(
              overlaps(rect, {
                left_mm: duct.x_mm,
                right_mm: duct.x_mm + duct.length_mm,
                top_mm: duct.y_mm,
                bottom_mm: duct.y_mm + 30,
              }),
            ).toBe(false)
      }),
      { numRuns: 60 },
    ))
  it('is never worse than its start, and its progress never gets worse', () =>
    fc.assert(
      fc.property(items, (list) => {
        const pulls = list.slice(1).map((each, i) => ({ a: each.id, b: list[i]!.id, weight: 1 }))
        const { answer, heard } = run(request(list, { pulls, duct_mm: 0, tries: 120 }))
        if (heard.length > 0) expect(answer.score.total).toBeLessThanOrEqual(heard[0]!.start.total + 1e-9)
        heard.slice(1).forEach(({ best }, i) => expect(best.total).toBeLessThanOrEqual(heard[i]!.best.total + 1e-9))
      }),
      { numRuns: 40 },
    ))
  it('is the same for the same seed', () => {
    const list = Array.from({ length: 9 }, (_, i) => item(`i${i}`, 40 + 7 * i, 60 + 11 * i))
    expect(run(request(list)).answer).toEqual(run(request(list)).answer)
  })
  it('a railed part has a rail under its whole width', () => {
    const list = Array.from({ length: 6 }, (_, i) => item(`i${i}`, 30 + i, 60, { isRailed: true }))
    const { answer } = run(request(list))
    for (const each of list) {
      const at = answer.places[each.id]!
      expect(
        answer.rails.some(
          ({ x_mm, y_mm, length_mm }) =>
            y_mm === at.y_mm && x_mm <= at.x_mm - each.width_mm / 2 && x_mm + length_mm >= at.x_mm + each.width_mm / 2,
        ),
      ).toBe(true)
    }
  })
  it('what cannot go on is named, and ducts give way before parts do', () => {
    expect(run(request([item('big', 600, 100)])).answer.unplaced).toEqual(['big'])
    // Two of 230 mm one above the other leave no room for a duct with fingers beside it.
    const tall = [item('a', 480, 235), item('b', 480, 235)]
    expect(run(request(tall)).answer).toMatchObject({ unplaced: [], ducts: [] })
  })
  it('finds what trying every order of a few parts finds', () => {
    const list = [item('a', 200, 100), item('b', 220, 140), item('c', 150, 90), item('d', 180, 120), item('e', 90, 60)]
    const pulls = [
      { a: 'a', b: { x_mm: 500, y_mm: 500 }, weight: 3 },
      { a: 'b', b: 'd', weight: 5 },
      { a: 'c', b: { x_mm: 0, y_mm: 0 }, weight: 2 },
      { a: 'e', b: 'a', weight: 4 },
    ]
    const what = request(list, { pulls, tries: 1500 })
    const totals = permutations(list).map((order) => arrangeInOrder(what, order).score.total)
    expect(new Set(totals).size).toBeGreaterThan(10)
    expect(run(what).answer.score.total).toBeCloseTo(Math.min(...totals), 9)
  })
})

describe('its score', () => {
  const placed = (a: ArrangeItem, x: number, y: number) => ({ item: a, rect: rectOf(a, { x_mm: x, y_mm: y }) })
  it('counts what is hot right below what is cool, and mains beside signals', () => {
    const hot = item('hot', 100, 100, { heat_W: 40 })
    const board = item('board', 80, 60, { isCool: true, isSignal: true })
    expect(
      scorePlaces(request([hot, board]), [placed(hot, 100, 300), placed(board, 100, 200)], 0).heat,
    ).toBeGreaterThan(0)
    expect(scorePlaces(request([hot, board]), [placed(hot, 100, 100), placed(board, 100, 200)], 0).heat).toBe(0)
    const strip = item('strip', 30, 50, { isMains: true })
    expect(scorePlaces(request([strip, board]), [placed(strip, 150, 200), placed(board, 85, 200)], 0).breaks).toBe(1)
    expect(scorePlaces(request([strip, board]), [placed(strip, 300, 200), placed(board, 85, 200)], 0).breaks).toBe(0)
  })
})

function permutations<T>(list: readonly T[]): T[][] {
  if (list.length <= 1) return [[...list]]
  return list.flatMap((one, i) =>
    permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [one, ...rest]),
  )
}
