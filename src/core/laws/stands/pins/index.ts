import type { Rule } from '@/core/judging'
import { coilOnLogicPin } from './coilOnLogicPin'
import { outputFed } from './outputFed'
import { outputShorted } from './outputShorted'
import { outputsJoined } from './outputsJoined'
import { signalLevelsDiffer } from './signalLevelsDiffer'

/** Every pin against the level and the current that it meets. */
export const pinsRules = {
  'coil-on-logic-pin': coilOnLogicPin,
  'output-fed': outputFed,
  'output-shorted': outputShorted,
  'outputs-joined': outputsJoined,
  'signal-levels-differ': signalLevelsDiffer,
} as const satisfies Readonly<Record<string, Rule>>
