import { commandingRules } from './rules/commanding'
import { completeRules } from './rules/complete'
import { mainsRules } from './rules/mains'
import { earthRules } from './rules/earth'
import { suppliesRules } from './rules/supplies'
import { protectionRules } from './rules/protection'
import { wiresRules } from './rules/wires'
import { switchingRules } from './rules/switching'
import { terminalsRules } from './rules/terminals'
import { signalsRules } from './rules/signals'
import { placingRules } from './rules/placing'
import { holesRules } from './rules/holes'
import { airRules } from './rules/air'
import { routingRules } from './rules/routing'
import { weatherRules } from './rules/weather'

/** Every check by its id, in rooms by concern; a rule that stands in no room does not compile into an id. */
export const RULES = {
  ...mainsRules,
  ...earthRules,
  ...suppliesRules,
  ...protectionRules,
  ...wiresRules,
  ...switchingRules,
  ...commandingRules,
  ...completeRules,
  ...terminalsRules,
  ...signalsRules,
  ...placingRules,
  ...holesRules,
  ...airRules,
  ...routingRules,
  ...weatherRules,
}

export type RuleId = keyof typeof RULES
