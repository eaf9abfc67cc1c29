import * as z from 'zod'
import { defineCalculator, nonNegative, positive, temperature } from '@/core/calculator'
import { sinkForRelay } from './sinkForRelay'

export const ssrCalculator = defineCalculator({
  name: 'ssr',
  title: 'Heat of a solid-state relay and the sink it wants',
  input: z.strictObject({
    load_A: nonNegative(),
    onStateDrop_V: nonNegative().default(1.2),
    slope_ohm: nonNegative().default(0),
    ambient_C: temperature(),
    maxBase_C: temperature(),
    interface_K_per_W: nonNegative().default(0.1),
    bareBase_K_per_W: positive().optional(),
  }),
  output: z.object({
    dissipation_W: z.number(),
    sink_K_per_W: z.number().nullable(),
    needsSink: z.boolean(),
    bareBase_C: z.number().nullable(),
    feasible: z.boolean(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: sinkForRelay,
})
