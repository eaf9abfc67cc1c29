import type { Rule } from '@/core/judging'
import { backFeed } from './backFeed'
import { coilMisplaced } from './coilMisplaced'
import { mainsMeetsLowVoltage } from './mainsMeetsLowVoltage'
import { partReversed } from './partReversed'
import { polarityReversed } from './polarityReversed'
import { positivesJoined } from './positivesJoined'
import { voltageBeyondRange } from './voltageBeyondRange'
import { voltageRatingTooLow } from './voltageRatingTooLow'

/** Every terminal, core and jacket against the volts that it meets. */
export const voltsRules = {
  'back-feed': backFeed,
  'coil-misplaced': coilMisplaced,
  'mains-meets-low-voltage': mainsMeetsLowVoltage,
  'part-reversed': partReversed,
  'polarity-reversed': polarityReversed,
  'positives-joined': positivesJoined,
  'voltage-beyond-range': voltageBeyondRange,
  'voltage-rating-too-low': voltageRatingTooLow,
} as const satisfies Readonly<Record<string, Rule>>
