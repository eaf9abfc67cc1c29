import * as z from 'zod'
import { choice, defineCalculator, fraction, nonNegative, percent, positive, temperature } from '@/core/calculator'
import { sizeSupply, SUPPLY_SIZES_W } from './sizeSupply'
import { sumMains } from './sumMains'

const load = z
  .strictObject({
    name: z.string(),
    power_W: nonNegative().optional(),
    current_A: nonNegative().optional(),
    simultaneity: fraction().default(1),
  })
  .superRefine((value, context) => {
    if (value.power_W === undefined && value.current_A === undefined)
      context.addIssue({ code: 'custom', path: ['power_W'], message: 'give either power_W or current_A' })
    if (value.power_W !== undefined && value.current_A !== undefined)
      context.addIssue({ code: 'custom', path: ['current_A'], message: 'give either power_W or current_A, not both' })
  })

export const supplyCalculator = defineCalculator({
  name: 'supply',
  title: 'The smallest supply for a list of loads',
  input: z
    .strictObject({
      voltage_V: positive(),
      loads: z.array(load),
      maxLoading_percent: percent().default(80),
      ambient_C: temperature(),
      derateAbove_C: temperature().optional(),
      derate_percentPerK: nonNegative().optional(),
      sizes_W: z
        .array(positive())
        .min(1, { error: 'give at least one size' })
        .default([...SUPPLY_SIZES_W]),
    })
    .superRefine((request, context) => {
      const hasKnee = request.derateAbove_C !== undefined
      const hasSlope = request.derate_percentPerK !== undefined
      if (hasKnee && !hasSlope)
        context.addIssue({ code: 'custom', path: ['derate_percentPerK'], message: 'is needed beside derateAbove_C' })
      if (hasSlope && !hasKnee)
        context.addIssue({ code: 'custom', path: ['derateAbove_C'], message: 'is needed beside derate_percentPerK' })
    }),
  output: z.object({
    feasible: z.boolean(),
    demand_W: z.number(),
    demand_A: z.number(),
    derateFactor: z.number(),
    required_W: z.number().nullable(),
    chosen_W: z.number().nullable(),
    chosen_A: z.number().nullable(),
    loading_percent: z.number().nullable(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: sizeSupply,
})

export const mainsCalculator = defineCalculator({
  name: 'mains',
  title: 'Current from the outlet, its fuse and the leakage',
  input: z.strictObject({
    mains_V: positive(),
    supplies: z.array(
      z.strictObject({
        output_W: nonNegative(),
        efficiency_percent: percent(),
        powerFactor: positive().max(1, { error: 'must be 1 or less' }),
        leakage_mA: nonNegative().optional(),
      }),
    ),
    direct_W: nonNegative(),
    continuous: z.boolean({ error: 'must be true or false' }),
    region: choice('IEC', 'NEC'),
    circuit_A: positive().optional(),
    residual_mA: positive().optional(),
  }),
  output: z.object({
    current_A: z.number(),
    protection_A: z.number().nullable(),
    leakage_mA: z.number(),
    feasible: z.boolean(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: sumMains,
})
