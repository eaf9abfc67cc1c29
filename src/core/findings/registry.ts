import { LAWS, type LawName } from '@/core/laws'
import { airRules } from './rules/air'
import { completeRules } from './rules/complete'
import { earthRules } from './rules/earth'
import { mainsRules } from './rules/mains'
import { placingRules } from './rules/placing'
import { protectionRules } from './rules/protection'
import { routingRules } from './rules/routing'
import { suppliesRules } from './rules/supplies'
import { switchingRules } from './rules/switching'
import { terminalsRules } from './rules/terminals'
import { weatherRules } from './rules/weather'
import { wiresRules } from './rules/wires'

/** What documents and good habits ask beyond the laws, in rooms by concern. */
export const BEYOND_LAWS = {
  ...mainsRules,
  ...earthRules,
  ...suppliesRules,
  ...protectionRules,
  ...wiresRules,
  ...switchingRules,
  ...completeRules,
  ...terminalsRules,
  ...placingRules,
  ...airRules,
  ...routingRules,
  ...weatherRules,
}

/** Every check by its id; a rule that stands in no room does not compile into an id. */
export const RULES = {
  ...LAWS.stands.rules,
  ...LAWS.gets.rules,
  ...LAWS.told.rules,
  ...LAWS.known.rules,
  ...LAWS.kindly.rules,
  ...LAWS.reaches.rules,
  ...BEYOND_LAWS,
}

export type RuleId = keyof typeof RULES

/** The law that a rule is a comparison of; null for what a document or a habit asks. */
export const lawOf = (rule: string): LawName | null =>
  (Object.keys(LAWS) as LawName[]).find((name) => rule in LAWS[name].rules) ?? null
