import * as z from 'zod'
import { choice, defineCalculator, nonNegative, positive, temperature } from '@/core/calculator'
import { enclosureHeat, WALL_MATERIALS } from './enclosureHeat'

export const heatCalculator = defineCalculator({
  name: 'heat',
  title: 'How warm a box gets, and the fan it wants',
  input: z.strictObject({
    width_mm: positive(),
    height_mm: positive(),
    depth_mm: positive(),
    material: choice(...WALL_MATERIALS),
    mounting: choice('free', 'wall'),
    loss_W: nonNegative(),
    ambient_C: temperature(),
    maxInside_C: temperature(),
  }),
  output: z.object({
    area_m2: z.number(),
    rise_K: z.number(),
    inside_C: z.number(),
    needsFan: z.boolean(),
    fan_m3_per_h: z.number().nullable(),
    feasible: z.boolean(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: enclosureHeat,
})
