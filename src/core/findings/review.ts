import type { Plan } from '@/core/plan'
import type { Reckoning } from '@/core/reckoning'
import { cite } from '@/core/reference'
import { Context } from './context'
import { RULES, type RuleId } from './registry'
import type { Finding, Rule, Severity, Subject } from './types'

const ORDER: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 }

/** Runs every rule over a plan and its reckoning; stops first. */
export function review(plan: Plan, reckoning: Reckoning): readonly Finding[] {
  const context = new Context(plan, reckoning)
  const findings = (Object.keys(RULES) as RuleId[]).flatMap((id) => applyRule(id, RULES[id], context))
  return findings.sort((a, b) => ORDER[a.severity] - ORDER[b.severity])
}

/** The findings of one rule. */
export function applyRule(id: RuleId, rule: Rule, context: Context): Finding[] {
  return rule
    .review(context)
    .map(({ subjects, what, why, severity, fixes }) => ({
      id: [id, ...subjects.map(subjectKey)].join(' '),
      rule: id,
      severity: severity ?? rule.severity,
      title: rule.title,
      stage: rule.stage,
      subjects,
      what,
      why,
      source: cite(rule.source),
      fixes: fixes ?? [],
    }))
}

function subjectKey(subject: Subject): string {
  switch (subject.kind) {
    case 'plan':
      return 'plan'
    case 'terminal':
      return `${subject.device}|${subject.terminal}`
    default:
      return subject.id
  }
}
