import { review, type Finding } from '@/core/findings'
import type { Plan } from '@/core/plan'
import { planSteps, type Step } from '@/core/procedure'
import { reckon, type Reckoning } from '@/core/figures'

/** All that follows from a plan: figures, what is wrong, and the work in order. */
export interface Evaluation {
  readonly reckoning: Reckoning
  readonly findings: readonly Finding[]
  readonly procedure: readonly Step[]
}

export function evaluate(plan: Plan): Evaluation {
  const reckoning = reckon(plan)
  return { reckoning, findings: review(plan), procedure: planSteps(plan, reckoning) }
}

export { whatFollowed, type Followed } from './followed'
export { tryOut, type Trial } from './tryOut'
