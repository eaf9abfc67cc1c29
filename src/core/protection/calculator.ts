import * as z from 'zod'
import { choice, defineCalculator, nonNegative, percent, positive, temperature } from '@/core/calculator'
import { DEVICE_FAMILIES } from '@/core/reference'
import { protect } from './protect'

export const protectCalculator = defineCalculator({
  name: 'protect',
  title: 'The fuse or breaker between a load and its wire',
  input: z.strictObject({
    load_A: nonNegative(),
    continuous: z.boolean({ error: 'must be true or false' }),
    wire_A: positive(),
    family: choice(...DEVICE_FAMILIES),
    loadingLimit_percent: percent().optional(),
    voltage_V: positive().optional(),
    system: choice('dc', 'ac-1ph').optional(),
    ambient_C: temperature().optional(),
  }),
  output: z.object({
    feasible: z.boolean(),
    rating_A: z.number().nullable(),
    minimum_A: z.number(),
    maximum_A: z.number(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: protect,
})
