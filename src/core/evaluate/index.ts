import { lookAlikeFindings, lookAlikes, stillThere, type LookAlike } from '@/core/lookAlikes'
import { bySeverity, review, type Finding } from '@/core/findings'
import type { Plan } from '@/core/plan'
import { planSteps, stagedSteps, type Step } from '@/core/procedure'
import { presentOf, reckon, type Reckoning } from '@/core/figures'
import { secure, type Securing } from '@/core/securing'

/** What a person is told at once: figures, and what is wrong. */
export interface Verdict {
  readonly reckoning: Reckoning
  readonly findings: readonly Finding[]
  /** Whether the causes of findings were looked for, and their fixes tried; until then they stand as rules tell them. */
  readonly isExplained: boolean
  /** Plugs that can be confused, and what then happens. */
  readonly lookAlikes: readonly LookAlike[]
}

/** What is made once somebody asks, or nobody edits for a moment: the work in order, and what holds leads. */
export interface Work {
  readonly procedure: readonly Step[]
  /** What holds leads, and what slides on them first. */
  readonly securing: Securing
}

/** All that follows from a plan: figures, what is wrong, and the work in order. */
export interface Evaluation extends Verdict, Work {}

/** @param known plugs that can be confused, where they were worked out for a plan much like it; they are the slowest part. */
export function verdictOf(plan: Plan, known?: readonly LookAlike[]): Verdict {
  const reckoning = reckon(plan)
  const confused = known ? stillThere(plan, known) : lookAlikes(plan)
  const findings = bySeverity([...review(plan), ...lookAlikeFindings(plan, confused)])
  return {
    reckoning,
    findings,
    isExplained: findings.every(({ severity }) => severity === 'note'),
    lookAlikes: confused,
  }
}

/** What is done at the bench; what comes later is done last. */
export function workOf(plan: Plan): Work {
  const reckoning = reckon(plan)
  const present = presentOf(plan)
  return {
    procedure: present ? stagedSteps([present.plan, present.reckoning], [plan, reckoning]) : planSteps(plan, reckoning),
    securing: secure(plan),
  }
}

/** @param known as of {@link verdictOf} */
export const evaluate = (plan: Plan, known?: readonly LookAlike[]): Evaluation => ({
  ...verdictOf(plan, known),
  ...workOf(plan),
})

export { whatFollowed, type Followed } from './followed'
export { tryOut, type Trial } from './tryOut'
