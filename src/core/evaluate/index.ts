import { lookAlikeFindings, lookAlikes, stillThere, type LookAlike } from '@/core/lookAlikes'
import { bySeverity, review, type Finding } from '@/core/findings'
import type { Plan } from '@/core/plan'
import { planSteps, stagedSteps, type Step } from '@/core/procedure'
import { presentOf, reckon, type Reckoning } from '@/core/figures'
import { secure, type Securing } from '@/core/securing'

/** All that follows from a plan: figures, what is wrong, and the work in order. */
export interface Evaluation {
  readonly reckoning: Reckoning
  readonly findings: readonly Finding[]
  readonly procedure: readonly Step[]
  /** What holds leads, and what slides on them first. */
  readonly securing: Securing
  /** Plugs that can be confused, and what then happens. */
  readonly lookAlikes: readonly LookAlike[]
}

/** @param known plugs that can be confused, where they were worked out for a plan much like it; they are the slowest part. */
export function evaluate(plan: Plan, known?: readonly LookAlike[]): Evaluation {
  const reckoning = reckon(plan)
  const confused = known ? stillThere(plan, known) : lookAlikes(plan)
  const present = presentOf(plan)
  return {
    reckoning,
    findings: bySeverity([...review(plan), ...lookAlikeFindings(plan, confused)]),
    procedure: present ? stagedSteps([present.plan, present.reckoning], [plan, reckoning]) : planSteps(plan, reckoning),
    securing: secure(plan),
    lookAlikes: confused,
  }
}

export { whatFollowed, type Followed } from './followed'
export { tryOut, type Trial } from './tryOut'
