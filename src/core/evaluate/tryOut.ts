import { findAll, type Severity } from '@/core/findings'
import { apply, type Command, type Plan } from '@/core/plan'

/** What a fix would do to the rest of the plan. */
export type Trial =
  | { readonly kind: 'refused'; readonly reason: string }
  | {
      readonly kind: 'tried'
      /** Stops and cautions that are not there now, or become graver. */
      readonly raised: readonly { readonly severity: Severity; readonly what: string }[]
      /** Stops and cautions that it takes away. */
      readonly mended: number
    }

const WEIGHT: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 }

/** Tries an edit on a plan, and says what it would make worse; nothing is changed. */
export function tryOut(plan: Plan, commands: readonly Command[]): Trial {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused')
    return { kind: 'refused', reason: outcome.issues.map(({ message }) => message).join('; ') }
  const before = new Map(findAll(plan).map(({ id, severity }) => [id, severity]))
  const after = findAll(outcome.plan).filter(({ severity }) => severity !== 'note')
  const kept = new Set(after.map(({ id }) => id))
  return {
    kind: 'tried',
    raised: after.flatMap(({ id, severity, what }) => {
      const own = before.get(id)
      return own !== undefined && WEIGHT[own] <= WEIGHT[severity] ? [] : [{ severity, what }]
    }),
    mended: [...before].filter(([id, severity]) => severity !== 'note' && !kept.has(id)).length,
  }
}
