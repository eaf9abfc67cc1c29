import * as z from 'zod'

const path = z.array(z.union([z.string().max(200), z.number().int().min(0)])).max(40)
const patch = z.union([
  z.strictObject({
    op: z.enum(['add', 'replace', 'remove']),
    path,
    value: z.unknown().optional(),
    before: z.string().max(200).nullable().optional(),
  }),
  z.strictObject({ op: z.literal('order'), path, value: z.array(z.string().max(200)) }),
])
const patches = z.array(patch)

/** Whether a text is patches that lead from one document to the next, each of the form that edits are kept in. */
export function isListOfPatches(text: string): boolean {
  try {
    return patches.safeParse(JSON.parse(text)).success
  } catch {
    return false
  }
}
