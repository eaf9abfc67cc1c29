import type { Severity } from '@/core/findings'
import type { Plan } from '@/core/plan'
import type { Edit } from './edits'

/** One thing done wrong, with the verdict wanted of it: written down before it was run. */
export interface Mistake {
  readonly is: string
  readonly edit: Edit
  readonly wants: Severity
  /** What a new finding of that severity must say, in its title or its words. */
  readonly says: RegExp
}

/** A build as people have them: right as it is, with what may go wrong in it and what does no harm. */
export interface Build {
  readonly name: string
  readonly plan: Plan
  readonly mistakes: readonly Mistake[]
  readonly harmless: readonly { readonly is: string; readonly edit: Edit }[]
}

export const stop = (is: string, edit: Edit, says: RegExp): Mistake => ({ is, edit, wants: 'stop', says })
export const caution = (is: string, edit: Edit, says: RegExp): Mistake => ({ is, edit, wants: 'caution', says })
export const fine = (is: string, edit: Edit) => ({ is, edit })
