import type { Rule } from '../../types'
import { condensation } from './condensation'
import { exitUpward } from './exitUpward'
import { hungTooHeavy } from './hungTooHeavy'
import { ipLowered } from './ipLowered'
import { noDrain } from './noDrain'
import { openingLeft } from './openingLeft'

/** About boxes in the open. */
export const weatherRules = {
  condensation: condensation,
  'exit-upward': exitUpward,
  'hung-too-heavy': hungTooHeavy,
  'ip-lowered': ipLowered,
  'no-drain': noDrain,
  'opening-left': openingLeft,
} as const satisfies Readonly<Record<string, Rule>>
