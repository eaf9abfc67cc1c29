import * as z from 'zod'
import { choice, defineCalculator, nonNegative, positive, size, wholeFromOne } from '@/core/calculator'
import { runPixels } from './pixelRun'

const COUNT_MAX = 100_000
/** Beyond these a count of pixels would be no whole number any more. */
const within = (least: number, most: number) =>
  positive()
    .min(least, { error: `must be ${least} or more` })
    .max(most, { error: `must be ${most.toLocaleString('en')} or less` })

export const pixelsCalculator = defineCalculator({
  name: 'pixels',
  title: 'Volts along a run of pixels, and where to feed it again',
  input: z.strictObject({
    count: wholeFromOne().max(COUNT_MAX, { error: `must be ${COUNT_MAX} or less` }),
    each_mA: within(0.001, 100_000),
    brightness_percent: within(0.01, 100),
    voltage_V: within(0.1, 1000),
    pitch_mm: within(0.1, 10_000),
    loop_ohm_per_m: within(0.0001, 1000),
    feedSize: size(),
    feed_m: nonNegative().max(100_000, { error: 'must be 100,000 or less' }),
    minimum_V: nonNegative().max(1000, { error: 'must be 1,000 or less' }),
    fedFrom: choice('one', 'both'),
  }),
  output: z.object({
    total_A: z.number(),
    far_V: z.number(),
    lowest: z.number(),
    injectEvery: z.number(),
    feeds: z.number().nullable(),
    brightnessLimit_percent: z.number(),
    feasible: z.boolean(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: runPixels,
})
