import { evaluate, type Evaluation } from '@/core/evaluate'
import type { Plan } from '@/core/plan'
import { withCauses } from './search'

/** All that follows from a plan, with the cause of each finding and with fixes that were tried. */
export const evaluateWithCauses = (plan: Plan): Evaluation => {
  const evaluation = evaluate(plan)
  return { ...evaluation, findings: withCauses(plan, evaluation.findings), isExplained: true }
}
