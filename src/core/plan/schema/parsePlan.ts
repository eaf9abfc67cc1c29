import { readWith, type Issue } from '@/core/calculator'
import { migrate } from '../migrations'
import { plan, type Plan } from './plan'
import { boundFaults } from '../bounds'
import { referenceFaults } from '../references'
import { withRoles } from '../roles'

export type ParsedPlan =
  { readonly kind: 'plan'; readonly plan: Plan } | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Reads a document of any known version. All faults are gathered, each with its path; nothing half-read is ever returned. */
export function parsePlan(value: unknown): ParsedPlan {
  const migrated = migrate(value)
  if (migrated.kind === 'refused') return migrated
  const parsed = readWith(plan, migrated.document)
  if (parsed.kind === 'refused') return parsed
  const issues = [...boundFaults(parsed.value), ...referenceFaults(parsed.value)]
  if (issues.length > 0) return { kind: 'refused', issues }
  // A plan of an older release says nothing of roles: they are proposed once, and stay from then on.
  return { kind: 'plan', plan: hasRoles(migrated.document) ? parsed.value : withRoles(parsed.value) }
}

const hasRoles = (document: unknown) => typeof document === 'object' && document !== null && 'roles' in document
