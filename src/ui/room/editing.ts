import { readWith, type Reading } from '@/core/calculator'
import type { Command } from '@/core/plan'
import { keptCommands } from '@/core/plan/schema'
import { logEntry, type LogEntry } from '@/core/procedure'

/**
 * What makes and takes back edits, and reads what windows left: the schemas and the plan's rules. It is fetched behind the
 * first view, which shows a plan and needs none of it.
 */
export { apply, doClash, proposeRoles, replay } from '@/core/plan'
export { readKept } from './kept'

export const readCommands = (value: unknown): Reading<readonly Command[]> => readWith(keptCommands, value)

const sent = logEntry.omit({ at: true }).strip()

/** A line of the logbook as it is sent; the server says when it was written. */
export const readEntry = (value: unknown): Reading<Omit<LogEntry, 'at'>> => readWith(sent, value)

/** Lines of the logbook that a window left unsent. */
export function readEntries(text: string): readonly LogEntry[] {
  try {
    const value: unknown = JSON.parse(text)
    return Array.isArray(value)
      ? value.flatMap((each) => {
          const read = readWith(logEntry, each)
          return read.kind === 'read' ? [read.value] : []
        })
      : []
  } catch {
    return []
  }
}
