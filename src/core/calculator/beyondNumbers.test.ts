import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import { defineCalculator, nonNegative, positive, runCalculator } from '.'

const ratio = defineCalculator({
  name: 'ratio',
  title: 'One figure over another',
  input: z.strictObject({ over: nonNegative(), under: nonNegative(), note: z.string().optional() }),
  output: z.object({ value: z.number() }),
  answer: ({ over, under }) => ({ result: { value: over / under }, trace: [] }),
})

describe('an answer that left the range of numbers', () => {
  it('is bad input, and names the figure that lies farthest from life', () => {
    expect(runCalculator(ratio, { over: 5e8, under: 0 })).toMatchObject({
      isAnswer: false,
      body: { error: { issues: [{ path: 'over', message: expect.stringMatching(/range of numbers/) }] } },
    })
  })
  it('is one where it did not', () =>
    expect(runCalculator(ratio, { over: 6, under: 2 })).toMatchObject({ isAnswer: true }))
})

describe('the bounds of figures', () => {
  it.each([1e-9, 1, 1e9])('%d is a figure', (value) => expect(positive().safeParse(value).success).toBe(true))
  it.each([0, -1, 1e-10, 1.1e9, 1e300, Number.NaN, Number.POSITIVE_INFINITY])('%d is none above 0', (value) =>
    expect(positive().safeParse(value).success).toBe(false),
  )
})
