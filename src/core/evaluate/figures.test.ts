import { describe, expect, it } from 'vitest'
import { PATTERNS, startingPattern } from '@/core/patterns'
import { formatNumber } from '@/core/quantity'
import type { Figure } from '@/core/trace'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { evaluate } from '.'

const PLANS = [
  ['demo', clayPrinter()] as const,
  ...PATTERNS.map((name) => [name, startingPattern(name, 'NEC')] as const),
]

/** Every figure anywhere in an evaluation, with the way to it. */
function figuresIn(value: unknown, path = ''): { readonly path: string; readonly figure: Figure }[] {
  if (typeof value !== 'object' || value === null) return []
  if ('trace' in value && 'unit' in value && 'value' in value) return [{ path, figure: value as Figure }]
  return Object.entries(value).flatMap(([key, inner]) => figuresIn(inner, `${path}.${key}`))
}

describe.each(PLANS)('%s: every figure', (_name, plan) => {
  const figures = figuresIn(evaluate(plan).reckoning)

  it('says how it came about, and its derivation ends in it', () => {
    expect(figures.length).toBeGreaterThan(50)
    for (const { path, figure } of figures) {
      expect(figure.trace.length, path).toBeGreaterThan(0)
      const { value } = figure
      if (value === null || path.endsWith('.sizing') || figure.unit === '' || value === 0) continue
      const words = figure.trace.map(({ detail }) => detail).join(' ')
      // Areas are said as sizes of a series; all else as the number itself.
      expect(
        [3, 4].some((digits) => words.includes(formatNumber(value, digits))),
        `${path}: ${value} in ${words}`,
      ).toBe(true)
    }
  })

  it('names the source of each step, and none is called verified', () => {
    for (const { path, figure } of figures) {
      for (const { label, detail, source } of figure.trace) {
        expect(label.length * detail.length * source.length, path).toBeGreaterThan(0)
        expect(source, path).not.toMatch(/verified|certified/i)
        expect(detail, path).not.toMatch(/NaN|Infinity|undefined|\[object/)
        // A standard's figure that nobody could look up says so.
        if (/^(IEC|NEC|NFPA|UL|ISO|DIN|ASTM)\b/.test(source)) expect(source, path).toMatch(/from memory/)
      }
    }
  })
})

describe('an evaluation', () => {
  it('holds no number that is none, anywhere', () => {
    const walk = (value: unknown, path: string): void => {
      if (typeof value === 'number') expect(Number.isFinite(value), path).toBe(true)
      if (typeof value === 'object' && value !== null)
        for (const [key, inner] of Object.entries(value)) walk(inner, `${path}.${key}`)
    }
    for (const [, plan] of PLANS) walk(evaluate(plan), 'evaluation')
  })

  it('is as far as JSON carries it', () => {
    const evaluation = evaluate(clayPrinter())
    expect(JSON.parse(JSON.stringify(evaluation))).toEqual(evaluation)
  })
})
