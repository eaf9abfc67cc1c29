import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { firstAtLeast, formatNumber, formatQuantity, isAtMost } from './format'

describe('numbers as people read them', () => {
  it.each([
    [0, '0'],
    [3.14159, '3.14'],
    [24, '24'],
    [23.96, '24'],
    [0.000123456, '0.000123'],
    [1234.5, '1235'],
    [14.58333, '14.6'],
    [-2.5, '-2.5'],
  ])('%d reads %s', (value, text) => expect(formatNumber(value)).toBe(text))

  it('keeps more digits when asked', () => expect(formatNumber(1234.5678, 6)).toBe('1234.57'))
  it('joins figure and unit so that they do not part', () => expect(formatQuantity(5, 'A')).toBe('5\u00a0A'))
  it.each([null, undefined, Number.NaN, Number.POSITIVE_INFINITY])('says that %s was not derived', (value) =>
    expect(formatQuantity(value, 'A')).toBe('not derived'),
  )
  it('is within half a percent of the number', () =>
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 1e6, noNaN: true }), (value) => {
        expect(Math.abs(Number(formatNumber(value)) / value - 1)).toBeLessThanOrEqual(0.00501)
      }),
    ))
})

describe('limits', () => {
  it('forgive the last bits of floating-point arithmetic', () => {
    expect(0.1 + 0.2 <= 0.3).toBe(false)
    expect(isAtMost(0.1 + 0.2, 0.3)).toBe(true)
    expect(isAtMost(10.01, 10)).toBe(false)
  })
  it('finds the first of a series that is enough', () => {
    expect(firstAtLeast([1, 2, 5], 2)).toBe(2)
    expect(firstAtLeast([1, 2, 5], 2.1)).toBe(5)
    expect(firstAtLeast([1, 2, 5], 6)).toBeNull()
    expect(firstAtLeast([], 1)).toBeNull()
  })
})
