import * as z from 'zod'
import { defineCalculator, positive, wholeFromOne } from '@/core/calculator'
import { bundleOf } from './bundle'

/** No bundle of a control box holds more. */
export const MOST_LEADS = 2000

/** Leads by outer diameter, of which no more than {@link MOST_LEADS} together. */
export const leadItems = () =>
  z
    .array(z.strictObject({ od_mm: positive(), count: wholeFromOne().default(1) }))
    .min(1, { error: 'give at least one lead' })
    .superRefine((items, context) => {
      if (items.reduce((sum, { count }) => sum + count, 0) > MOST_LEADS)
        context.addIssue({ code: 'custom', message: `must be ${MOST_LEADS} leads or fewer together` })
    })

export const bundleCalculator = defineCalculator({
  name: 'bundle',
  title: 'How thick a bundle of leads gets',
  input: z.strictObject({ items: leadItems() }),
  output: z.object({
    diameter_mm: z.number(),
    fill_percent: z.number(),
    circles: z.array(z.object({ x_mm: z.number(), y_mm: z.number(), od_mm: z.number() })).readonly(),
  }),
  answer: ({ items }) => bundleOf(items),
})
