export { Context } from './context'
export { applyRule, review } from './review'
export { RULES, type RuleId } from './registry'
export type { Finding, Fix, Rule, Severity, Stage, Subject } from './types'
