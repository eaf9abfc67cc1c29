import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import { runCalculator } from '@/core/calculator'
import { CALCULATOR_SAMPLES as SAMPLES } from '../../../tests/calculatorSamples'
import { CALCULATOR_NAMES, CALCULATORS, calculatorNamed, type CalculatorName } from '.'

describe.each(CALCULATOR_NAMES)('%s', (name) => {
  const { input, keys } = SAMPLES[name]

  it('answers with every key of the contract, and a derivation whose steps name their source', () => {
    const { isAnswer, body } = runCalculator(CALCULATORS[name], input)
    expect(isAnswer).toBe(true)
    const { result, trace } = body as {
      result: Record<string, unknown>
      trace: { label: string; detail: string; source: string }[]
    }
    for (const key of keys) expect(result).toHaveProperty(key)
    expect(trace.length).toBeGreaterThan(1)
    for (const { label, detail, source } of trace)
      expect([label, detail, source].every((text) => text.length > 0)).toBe(true)
    expect(CALCULATORS[name].output.safeParse(result).success).toBe(true)
  })

  it('answers alike twice', () =>
    expect(runCalculator(CALCULATORS[name], input)).toEqual(runCalculator(CALCULATORS[name], input)))

  it('refuses an unknown key by its own path', () =>
    expect(runCalculator(CALCULATORS[name], { ...input, colour: 'red' })).toMatchObject({
      isAnswer: false,
      body: { error: { issues: [{ path: 'colour' }] } },
    }))

  it('refuses each number given as text, as NaN, as Infinity or below zero, at its path', () => {
    for (const [key, value] of Object.entries(input)) {
      if (typeof value !== 'number') continue
      for (const bad of [String(value), Number.NaN, Number.POSITIVE_INFINITY, null, -1e6]) {
        const { isAnswer, body } = runCalculator(CALCULATORS[name], { ...input, [key]: bad })
        expect(isAnswer, `${key} = ${bad}`).toBe(false)
        expect((body as { error: { issues: { path: string }[] } }).error.issues.map(({ path }) => path)).toContain(key)
      }
    }
  })

  it('names every required key that is missing', () => {
    const { body } = runCalculator(CALCULATORS[name], {})
    const { issues } = (body as { error: { issues: { path: string; message: string }[] } }).error
    expect(issues.length).toBeGreaterThan(0)
    for (const { path } of issues) expect(Object.keys(input)).toContain(path)
  })

  it.each([null, 7, 'text', [], undefined])('refuses %j as a whole', (value) =>
    expect(runCalculator(CALCULATORS[name], value).isAnswer).toBe(false),
  )

  it('has a JSON Schema', () => {
    expect(z.toJSONSchema(CALCULATORS[name].input, { io: 'input', unrepresentable: 'any' })).toMatchObject({
      type: 'object',
      additionalProperties: false,
    })
  })
})

describe('bad input that only one calculator knows', () => {
  const issuesOf = (name: CalculatorName, changes: object) =>
    (
      runCalculator(CALCULATORS[name], { ...SAMPLES[name].input, ...changes }).body as {
        error?: { issues: { path: string; message: string }[] }
      }
    ).error?.issues ?? []

  it.each([
    ['conductor', { size: '3 mm²' }, 'size'],
    ['wire', { insulation_C: 90 }, 'insulation_C'],
    ['wire', { basis: 'NEC 310.16', insulation_C: 70 }, 'insulation_C'],
    ['wire', { terminal_C: 60 }, 'terminal_C'],
    ['wire', { basis: 'NEC 310.16', insulation_C: 75, terminal_C: 70 }, 'terminal_C'],
    ['wire', { grouped: 1.5 }, 'grouped'],
    ['wire', { grouped: 0 }, 'grouped'],
    ['wire', { minimum: '3.3 mm²' }, 'minimum'],
    ['wire', { basis: 'IEC 60204-1 F' }, 'basis'],
    ['supply', { loads: [{ name: 'a' }] }, 'loads.0.power_W'],
    ['supply', { loads: [{ name: 'a', power_W: 1, current_A: 1 }] }, 'loads.0.current_A'],
    ['supply', { loads: [{ name: 'a', power_W: 1, simultaneity: 1.2 }] }, 'loads.0.simultaneity'],
    ['supply', { derateAbove_C: 50 }, 'derate_percentPerK'],
    ['mains', { supplies: [{ output_W: 1, efficiency_percent: 0, powerFactor: 1 }] }, 'supplies.0.efficiency_percent'],
    ['mains', { supplies: [{ output_W: 1, efficiency_percent: 90, powerFactor: 1.1 }] }, 'supplies.0.powerFactor'],
    ['mains', { region: 'JIS' }, 'region'],
    ['protect', { family: 'IEC 60269' }, 'family'],
    ['protect', { loadingLimit_percent: 120 }, 'loadingLimit_percent'],
  ] as const)('%s %j is refused at %s', (name, changes, path) =>
    expect(issuesOf(name, changes).map((issue) => issue.path)).toContain(path),
  )
})

it('knows no calculator of another name, not even an inherited one', () => {
  for (const name of ['', 'Wire', 'toString', '__proto__', 'constructor']) expect(calculatorNamed(name)).toBeNull()
})
