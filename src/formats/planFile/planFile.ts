import * as z from 'zod'
import { readWith, type Issue } from '@/core/calculator'
import { isVisible, UNSEEN_NAME, type Plan } from '@/core/plan'
import { parsePlan } from '@/core/plan/schema'
import { logEntry, type LogEntry } from '@/core/procedure'

/** A plan with its logbook in one file; a plan without it is written as the plain document. */
export const RECORD_FORMAT = 'glad-rafter-plan-with-record'
const RECORD_VERSION = 1
const MOST_ENTRIES = 50_000

const recordFile = z.strictObject({
  format: z.literal(RECORD_FORMAT),
  version: z.literal(RECORD_VERSION, {
    error: `must be ${RECORD_VERSION}; a higher one was written by a later release`,
  }),
  plan: z.unknown(),
  logbook: z.array(logEntry).max(MOST_ENTRIES, { error: `must hold ${MOST_ENTRIES} entries or fewer` }),
})

export type ReadPlanFile =
  | { readonly kind: 'file'; readonly plan: Plan; readonly logbook: readonly LogEntry[] }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Reads a plan file, with or without its record. */
export function readPlanFile(value: unknown): ReadPlanFile {
  const isRecord =
    typeof value === 'object' && value !== null && (value as { format?: unknown }).format === RECORD_FORMAT
  if (!isRecord) {
    const parsed = parsePlan(value)
    return parsed.kind === 'refused' ? parsed : named(parsed.plan, [], 'name')
  }
  const file = readWith(recordFile, value)
  if (file.kind === 'refused') return file
  const parsed = parsePlan(file.value.plan)
  if (parsed.kind === 'plan') return named(parsed.plan, file.value.logbook, 'plan.name')
  return {
    kind: 'refused',
    issues: parsed.issues.map(({ path, message }) => ({ path: path ? `plan.${path}` : 'plan', message })),
  }
}

/** A plan that comes in is found on the shelf by its name. */
function named(plan: Plan, logbook: readonly LogEntry[], path: string): ReadPlanFile {
  return isVisible(plan.name)
    ? { kind: 'file', plan, logbook }
    : { kind: 'refused', issues: [{ path, message: UNSEEN_NAME }] }
}

/** A plan file as text; with a logbook where one is given. */
export function planFileText(plan: Plan, logbook: readonly LogEntry[] | null = null): string {
  const document = logbook === null ? plan : { format: RECORD_FORMAT, version: RECORD_VERSION, plan, logbook }
  return `${JSON.stringify(document, null, 1)}\n`
}
