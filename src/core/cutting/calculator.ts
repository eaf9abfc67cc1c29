import * as z from 'zod'
import { defineCalculator, nonNegative, positive, wholeFromOne } from '@/core/calculator'
import { planCuts } from './planCuts'

/** No build has more. */
const MOST_PIECES = 5000

const id = () => z.string({ error: 'must be a name' }).min(1, { error: 'must not be empty' }).max(200)

export const cutsCalculator = defineCalculator({
  name: 'cuts',
  title: 'What to cut from which length',
  input: z.strictObject({
    stock: z
      .array(z.strictObject({ id: id(), length_mm: positive(), count: wholeFromOne().optional() }))
      .max(1000, { error: 'must be 1000 lengths or fewer' }),
    pieces: z
      .array(z.strictObject({ id: id(), length_mm: positive(), count: wholeFromOne().default(1) }))
      .min(1, { error: 'give at least one piece' })
      .superRefine((pieces, context) => {
        if (pieces.reduce((sum, { count }) => sum + count, 0) > MOST_PIECES)
          context.addIssue({ code: 'custom', message: `must be ${MOST_PIECES} pieces or fewer together` })
      }),
    kerf_mm: nonNegative().default(0),
    keepOffcut_mm: nonNegative().optional(),
  }),
  output: z.object({
    feasible: z.boolean(),
    used: z
      .array(z.object({ stock: z.string(), pieces: z.array(z.string()).readonly(), left_mm: z.number() }))
      .readonly(),
    stockUsed: z.number(),
    waste_mm: z.number(),
    lowerBound: z.number(),
    unplaced: z.array(z.string()).readonly(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: planCuts,
})
