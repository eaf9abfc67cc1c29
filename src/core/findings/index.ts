export { Context, JoinedContext, joinedOf, laidOf, LaidContext } from './context'
export { applyRule, bySeverity, findAll, review } from './review'
export { RULES, type RuleId } from './registry'
export type { Finding, Fix, Harm, Rule, Severity, Stage, Subject } from './types'
