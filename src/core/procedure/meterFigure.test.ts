import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { asMeterShows, readingWords } from './meterFigure'

describe('readings as a meter shows them', () => {
  it.each([
    [-1.3e-17, 0],
    [-0.0001, 0],
    [0.008352, 0.008],
    [23.98765, 23.99],
    [229.96, 230],
    [-12.0341, -12.03],
    [Infinity, Infinity],
  ])('%d is %d on the display', (value, shown) => expect(Object.is(asMeterShows(value), shown)).toBe(true))
  it('is never further off than half a count of four digits, or half a thousandth', () =>
    fc.assert(
      fc.property(fc.double({ min: -1e5, max: 1e5, noNaN: true }), (value) => {
        expect(Math.abs(asMeterShows(value) - value)).toBeLessThanOrEqual(Math.abs(value) * 0.0005001 + 0.00050001)
      }),
    ))
  it.each([
    [1e9, 'Ω', 'OL Ω'],
    [0.0391, 'Ω', '0.0391 Ω'],
    [-1.3e-17, 'V', '0 V'],
    [0.1 + 0.2, 'V', '0.3 V'],
    [40, null, '40'],
  ])('%d %s stands in the record as %s', (value, unit, words) => expect(readingWords(value, unit)).toBe(words))
})
