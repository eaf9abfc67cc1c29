import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runCalculator } from '@/core/calculator'
import { cutsCalculator, planCuts, type CutAnswer, type CutRequest } from '.'

const cuts = (request: Partial<CutRequest> & Pick<CutRequest, 'stock' | 'pieces'>): CutAnswer['result'] =>
  planCuts({ kerf_mm: 0, ...request }).result
const pieces = (lengths: readonly number[]) => lengths.map((length_mm, i) => ({ id: `p${i}`, length_mm, count: 1 }))

/** Every way to part the pieces among lengths of stock, looked through: the fewest that hold them, or null. */
function fewest({ stock, pieces: wanted, kerf_mm }: CutRequest): number | null {
  const lengths = wanted.flatMap(({ length_mm, count }) => Array.from({ length: count }, () => length_mm))
  const all = stock.flatMap(({ length_mm, count }) => Array.from({ length: count ?? lengths.length }, () => length_mm))
  let least = Infinity
  const rooms: { room: number; isUsed: boolean }[] = all.map((length_mm) => ({
    room: length_mm + kerf_mm,
    isUsed: false,
  }))
  const place = (at: number, used: number): void => {
    if (used >= least) return
    if (at === lengths.length) {
      least = used
      return
    }
    const tried = new Set<string>()
    for (const bin of rooms) {
      const key = `${bin.room} ${bin.isUsed}`
      if (bin.room < lengths[at]! + kerf_mm - 1e-9 || tried.has(key)) continue
      tried.add(key)
      const before = bin.isUsed
      bin.room -= lengths[at]! + kerf_mm
      bin.isUsed = true
      place(at + 1, used + (before ? 0 : 1))
      bin.isUsed = before
      bin.room += lengths[at]! + kerf_mm
    }
  }
  place(0, 0)
  return Number.isFinite(least) ? least : null
}

describe('a cut list', () => {
  it('is as short as the best of all ways, in small cases', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 10, max: 70 }), { minLength: 1, maxLength: 7 }),
        fc.array(
          fc.record({
            length_mm: fc.integer({ min: 60, max: 120 }),
            count: fc.option(fc.integer({ min: 1, max: 2 }), { nil: undefined }),
          }),
          {
            minLength: 1,
            maxLength: 3,
          },
        ),
        fc.integer({ min: 0, max: 4 }),
        (lengths, stock, kerf_mm) => {
          const request = {
            stock: stock.map((each, i) => ({ id: `s${i}`, ...each })),
            pieces: pieces(lengths),
            kerf_mm,
          }
          const best = fewest(request)
          const answer = cuts(request)
          expect(answer.feasible).toBe(best !== null)
          if (best === null) return
          expect(answer.stockUsed).toBe(best)
          expect(answer.lowerBound).toBeLessThanOrEqual(best)
        },
      ),
      { numRuns: 300 },
    )
  })

  it('cuts each piece once, from no more than there is, and accounts for every millimetre', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 5, max: 900 }), { minLength: 1, maxLength: 60 }),
        fc.integer({ min: 0, max: 5 }),
        fc.option(fc.integer({ min: 50, max: 300 }), { nil: undefined }),
        (lengths, kerf_mm, keepOffcut_mm) => {
          const stock = [
            { id: 'long', length_mm: 1000 },
            { id: 'offcut', length_mm: 640, count: 3 },
          ]
          const { used, waste_mm, feasible, lowerBound, stockUsed } = cuts({
            stock,
            pieces: pieces(lengths),
            kerf_mm,
            keepOffcut_mm,
          })
          expect(feasible).toBe(true)
          expect(used.flatMap((each) => each.pieces).sort()).toEqual(
            pieces(lengths)
              .map(({ id }) => id)
              .sort(),
          )
          expect(used.filter(({ stock: id }) => id === 'offcut').length).toBeLessThanOrEqual(3)
          expect(lowerBound).toBeLessThanOrEqual(stockUsed)
          let wasted = 0
          for (const { stock: id, pieces: own, left_mm } of used) {
            const whole = id === 'long' ? 1000 : 640
            const cut = own.reduce((sum, piece) => sum + lengths[Number(piece.slice(1))]!, 0)
            expect(cut + (own.length - 1) * kerf_mm).toBeLessThanOrEqual(whole)
            expect(left_mm).toBeCloseTo(Math.max(0, whole - cut - own.length * kerf_mm), 6)
            wasted += whole - cut - (keepOffcut_mm !== undefined && left_mm >= keepOffcut_mm ? left_mm : 0)
          }
          expect(waste_mm).toBeCloseTo(wasted, 6)
        },
      ),
      { numRuns: 60 },
    )
  })

  /** Falkenauer's triplets (1996), drawn by his own recipe: every length of 1000 holds just three pieces and nothing is left. */
  it.each([1, 2, 3, 4])('meets the proved bound on triplets of 120, draw %d', (seed) => {
    let state = seed * 2654435761
    const draw = (from: number, to: number) => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0
      return from + Math.floor((state / 4294967296) * (to - from + 1))
    }
    const lengths = Array.from({ length: 40 }, () => {
      const a = draw(380, 490)
      const b = draw(250, Math.floor((1000 - a) / 2))
      return [a, b, 1000 - a - b]
    }).flat()
    expect(cuts({ stock: [{ id: 's', length_mm: 1000 }], pieces: pieces(lengths) })).toMatchObject({
      stockUsed: 40,
      lowerBound: 40,
      waste_mm: 0,
    })
  })

  it('needs no saw cut after the last piece of a length that is used up', () => {
    const stock = [{ id: 's', length_mm: 1000 }]
    expect(cuts({ stock, pieces: pieces([498, 499]), kerf_mm: 3 })).toMatchObject({ stockUsed: 1, waste_mm: 3 })
    expect(cuts({ stock, pieces: pieces([499, 499]), kerf_mm: 3 }).stockUsed).toBe(2)
  })

  it('keeps offcuts that are long enough, and counts what is not', () => {
    const stock = [{ id: 's', length_mm: 1000 }]
    expect(cuts({ stock, pieces: pieces([700]), keepOffcut_mm: 300 }).waste_mm).toBe(0)
    expect(cuts({ stock, pieces: pieces([701]), keepOffcut_mm: 300 }).waste_mm).toBe(299)
  })

  it('takes the shortest length that does, where it costs no more', () =>
    expect(
      cuts({
        stock: [
          { id: 'spool', length_mm: 10_000 },
          { id: 'offcut', length_mm: 800, count: 1 },
        ],
        pieces: pieces([700]),
      }).used,
    ).toEqual([{ stock: 'offcut', pieces: ['p0'], left_mm: 100 }]))

  it('names what is too long, and what is left when the stock runs out', () => {
    const long = cuts({ stock: [{ id: 's', length_mm: 500 }], pieces: pieces([600, 400]) })
    expect(long).toMatchObject({ feasible: false, unplaced: ['p0'], stockUsed: 1 })
    expect(long.reasons[0]).toContain('longer than any stock')
    const short = cuts({ stock: [{ id: 's', length_mm: 500, count: 1 }], pieces: pieces([400, 400]) })
    expect(short).toMatchObject({ feasible: false, stockUsed: 1 })
    expect(short.unplaced).toHaveLength(1)
  })

  it('refuses what is no length', () => {
    for (const length_mm of [0, -5, '400', Number.NaN])
      expect(
        runCalculator(cutsCalculator, { stock: [{ id: 's', length_mm: 500 }], pieces: [{ id: 'p', length_mm }] })
          .isAnswer,
      ).toBe(false)
  })
})
