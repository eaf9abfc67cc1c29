import type { Evaluation } from '@/core/evaluate'
import type { Subject } from '@/core/findings'
import type { Plan } from '@/core/plan'

/**
 * While a newer plan is being worked out, what is shown of the one before leaves out the findings whose subjects the edit
 * touched: a card that may no longer hold vanishes at once.
 */
export function withoutStale(evaluation: Evaluation, worked: Plan, now: Plan): Evaluation {
  if (worked === now) return evaluation
  const isWholeChanged =
    worked.site !== now.site ||
    worked.practice !== now.practice ||
    worked.enclosures !== now.enclosures ||
    worked.raceways !== now.raceways
  const isTouched = (subject: Subject): boolean => {
    switch (subject.kind) {
      case 'plan':
        return isWholeChanged
      case 'wire':
        return worked.wires[subject.id] !== now.wires[subject.id]
      case 'cable':
        return worked.cables[subject.id] !== now.cables[subject.id]
      case 'raceway':
        return worked.raceways[subject.id] !== now.raceways[subject.id]
      case 'terminal':
        return worked.devices[subject.device] !== now.devices[subject.device]
      case 'device':
        return worked.devices[subject.id] !== now.devices[subject.id]
    }
  }
  const findings = evaluation.findings.filter(({ subjects }) => !subjects.some(isTouched))
  return findings.length === evaluation.findings.length ? evaluation : { ...evaluation, findings }
}
