import * as z from 'zod'
import { LABEL_LENGTH } from '../label'
import { command } from './command'
import { list, text } from './fields'
import { liftCommand } from '../migrations'
import type { DeepReadonly } from './plan'

/** Chosen by the browser, so that a request sent twice is done once. */
export const clientId = z.string().regex(/^[A-Za-z0-9-]{8,64}$/, { error: 'must be 8 to 64 letters, digits or dashes' })

/** As many as touch every record of the largest plan. */
const MOST_COMMANDS = 20_000

/** What a window builds on: the revision it has, and the edit that made it, so that a server gone back to an older copy is noticed. */
const base = {
  editId: clientId,
  baseRevision: z.number().int({ error: 'must be a whole number' }).min(1, { error: 'must be 1 or more' }),
  baseEdit: z.string().max(64, { error: 'must be 64 characters or fewer' }).optional(),
}

/** Commands that an older release wrote are lifted into today's form first. */
export const keptCommands = z.preprocess(
  (value) => (Array.isArray(value) ? value.map(liftCommand) : value),
  list(command, MOST_COMMANDS).min(1, { error: 'must hold one command or more' }),
)

/** The one way a plan changes, the same schema in the browser and on the server. */
export const editRequest = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('edit'),
    ...base,
    label: text(2 * LABEL_LENGTH).min(1, { error: 'must not be empty' }),
    commands: keptCommands,
  }),
  z.strictObject({ kind: z.literal('undo'), ...base }),
  z.strictObject({ kind: z.literal('redo'), ...base }),
])
export type EditRequest = DeepReadonly<z.output<typeof editRequest>>
