import * as z from 'zod'
import { choice, defineCalculator, nonNegative, percent, positive, size, wholeFromOne } from '@/core/calculator'
import { runPixels } from './pixelRun'

const COUNT_MAX = 100_000

export const pixelsCalculator = defineCalculator({
  name: 'pixels',
  title: 'Volts along a run of pixels, and where to feed it again',
  input: z.strictObject({
    count: wholeFromOne().max(COUNT_MAX, { error: `must be ${COUNT_MAX} or less` }), each_mA: positive(), brightness_percent: percent(), voltage_V: positive(), pitch_mm: positive(), loop_ohm_per_m: positive(),
    feedSize: size(), feed_m: nonNegative(), minimum_V: nonNegative(), fedFrom: choice('one', 'both'),
  }),
  output: z.object({
    total_A: z.number(), far_V: z.number(), lowest: z.number(), injectEvery: z.number(), feeds: z.number().nullable(), brightnessLimit_percent: z.number(), feasible: z.boolean(), reasons: z.array(z.string()).readonly(),
  }),
  answer: runPixels,
})
