import { getsRules } from './gets'
import { kindlyRules } from './kindly'
import { knownRules } from './known'
import { reachesRules } from './reaches'
import { standsRules } from './stands'
import { toldRules } from './told'

export interface Law {
  /** What holds in a right plan, after "it" or "everything". */
  readonly words: string
  readonly rules: Readonly<Record<string, unknown>>
}

/**
 * The few laws that a plan is judged by. Each compares what is solved or measured with what the plan states, in a file a
 * comparison, and judges whatever hangs there; what a document or a good habit asks beyond them stands with the findings.
 */
export const LAWS = {
  gets: { words: 'Gets what it needs', rules: getsRules },
  told: { words: 'Only when told', rules: toldRules },
  stands: { words: 'Stands what it meets', rules: standsRules },
  known: { words: 'Is known', rules: knownRules },
  kindly: { words: 'Fails kindly', rules: kindlyRules },
  reaches: { words: 'Reaches and passes', rules: reachesRules },
} as const satisfies Readonly<Record<string, Law>>
export type LawName = keyof typeof LAWS
