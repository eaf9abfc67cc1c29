import { apply, type Command } from '@/core/plan'
import type { Change } from './change'

/** A change that is one press. */
export const pressed = (
  words: string | null,
  label: string,
  commands: readonly Command[],
  rank: number,
  evidence = 1,
): Change => ({
  words,
  fix: { label, commands },
  suppose(plan) {
    const outcome = apply(plan, commands)
    return outcome.kind === 'applied' ? outcome.plan : null
  },
  rank,
  evidence,
})
