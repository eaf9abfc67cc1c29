import * as z from 'zod'

const words = () =>
  z.string().trim().min(1, { error: 'must not be empty' }).max(80, { error: 'must be 80 characters or fewer' })
const area = () =>
  z
    .number({ error: 'must be a number' })
    .positive({ error: 'must be above 0' })
    .max(100, { error: 'must be 100 mm² or less' })

/** A nest of a contact crimper: which contacts and conductors it is for, and the dies for conductor and jacket. */
const contactDie = z
  .strictObject({
    kind: z.enum(['contact', 'sealed-contact']),
    /** Null: any pitch. */
    pitch_mm: z.number({ error: 'must be a number' }).positive({ error: 'must be above 0' }).max(20).nullable(),
    min_mm2: area(),
    max_mm2: area(),
    conductor: words(),
    jacket: words(),
  })
  .refine(({ min_mm2, max_mm2 }) => min_mm2 <= max_mm2, {
    error: 'must not be below the smallest conductor',
    path: ['max_mm2'],
  })

/** A crimping tool as its owner knows it: dies depend on tool, contact, conductor and jacket, so they are a profile and no law. */
export const toolProfile = z.strictObject({
  name: words(),
  dies: z.array(contactDie).max(60, { error: 'must hold 60 dies or fewer' }),
})
export type ToolProfile = z.output<typeof toolProfile>
