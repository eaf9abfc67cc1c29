import type { Issue } from '@/core/calculator'
import { PLAN_FORMAT, PLAN_VERSION } from '../plan'
import { toFormat2 } from './toFormat2'
import { toFormat3 } from './toFormat3'

type Document = Readonly<Record<string, unknown>>

/** One step from a version to the next, on the raw document; keyed by the version it starts from. */
export const MIGRATIONS: Readonly<
  Record<number, { readonly name: string; readonly up: (document: Document) => Document }>
> = {
  1: { name: 'what moves a contact', up: toFormat2 },
  2: { name: 'what comes later, several cords, what plugs on', up: toFormat3 },
}

export type Migrated =
  | { readonly kind: 'current'; readonly document: unknown }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Brings a raw document to the current version, or says why it cannot. */
export function migrate(value: unknown, migrations = MIGRATIONS, current = PLAN_VERSION): Migrated {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { kind: 'refused', issues: [{ path: '', message: 'is not a plan: a JSON object is wanted' }] }
  let document = value as Document
  if (document.format !== PLAN_FORMAT)
    return {
      kind: 'refused',
      issues: [{ path: 'format', message: `must be "${PLAN_FORMAT}"; this is not a plan file` }],
    }
  const version = document.version
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return { kind: 'refused', issues: [{ path: 'version', message: `must be a whole number from 1 to ${current}` }] }
  if (version > current)
    return {
      kind: 'refused',
      issues: [
        { path: 'version', message: `is ${version}, written by a later release; this one reads up to ${current}` },
      ],
    }
  for (let at = version; at < current; at += 1) {
    const step = migrations[at]
    if (!step) throw new Error(`No migration leads from plan version ${at}`)
    document = { ...step.up(document), version: at + 1 }
  }
  return { kind: 'current', document }
}
