import * as z from 'zod'
import { choice, defineCalculator, nonNegative, positive, size, temperature, wholeFromOne } from '@/core/calculator'
import { AMPACITY, BASES } from '@/core/reference'
import { describeConductor } from './conductor'
import { sizeConductor } from './sizeConductor'

export const conductorCalculator = defineCalculator({
  name: 'conductor',
  title: 'Area, diameter and resistance of a conductor',
  input: z.strictObject({ size: size(), length_m: nonNegative().optional(), temperature_C: temperature().default(20) }),
  output: z.object({
    size: z.string(),
    area_mm2: z.number(),
    diameter_mm: z.number(),
    resistance_ohm_per_km: z.number(),
    resistance_ohm: z.number().nullable(),
  }),
  answer: describeConductor,
})

const TERMINALS_C = [60, 75, 90]

export const wireCalculator = defineCalculator({
  name: 'wire',
  title: 'The thinnest wire that carries the current, loses little and is protected',
  input: z
    .strictObject({
      current_A: nonNegative(),
      oneWay_m: nonNegative(),
      voltage_V: positive(),
      system: choice('dc', 'ac-1ph'),
      maxDrop_percent: positive(),
      ambient_C: temperature(),
      insulation_C: temperature(),
      grouped: wholeFromOne(),
      basis: choice(...BASES),
      series: choice('AWG', 'mm²'),
      protection_A: positive().optional(),
      minimum: size().optional(),
      conductor_C: temperature().default(20),
      terminal_C: temperature().optional(),
      smallWires: z.boolean({ error: 'must be true or false' }).default(false),
      electronics: z.boolean({ error: 'must be true or false' }).default(false),
    })
    .superRefine((request, context) => {
      const { insulations_C } = AMPACITY[request.basis]
      if (!insulations_C.includes(request.insulation_C)) {
        context.addIssue({
          code: 'custom',
          path: ['insulation_C'],
          message: `${request.basis} tabulates ${insulations_C.join(', ')} °C insulation`,
        })
      }
      if (request.electronics && !request.basis.startsWith('IEC'))
        context.addIssue({
          code: 'custom',
          path: ['electronics'],
          message: `${request.basis} has no rows for electronics; leave it out`,
        })
      if (request.terminal_C === undefined) return
      if (request.basis !== 'NEC 310.16')
        context.addIssue({
          code: 'custom',
          path: ['terminal_C'],
          message: `${request.basis} has no terminal column; leave it out`,
        })
      else if (!TERMINALS_C.includes(request.terminal_C))
        context.addIssue({ code: 'custom', path: ['terminal_C'], message: 'must be 60, 75 or 90' })
    }),
  output: z.object({
    feasible: z.boolean(),
    size: z.string().nullable(),
    tabulated_A: z.number().nullable(),
    corrected_A: z.number().nullable(),
    drop_V: z.number().nullable(),
    drop_percent: z.number().nullable(),
    governedBy: z.enum(['ampacity', 'drop', 'protection', 'minimum']).nullable(),
    maxProtection_A: z.number().nullable(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: (request) => {
    const { result, explain } = sizeConductor(request)
    return { result, trace: explain() }
  },
})
