import type { Rule } from '@/core/judging'
import { condensation } from './condensation'
import { exitUpward } from './exitUpward'
import { ipLowered } from './ipLowered'
import { noDrain } from './noDrain'
import { openingLeft } from './openingLeft'

/** About boxes in the open. */
export const weatherRules = {
  condensation: condensation,
  'exit-upward': exitUpward,
  'ip-lowered': ipLowered,
  'no-drain': noDrain,
  'opening-left': openingLeft,
} as const satisfies Readonly<Record<string, Rule>>
