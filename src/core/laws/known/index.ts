import type { Rule } from '@/core/judging'
import { chainOrder } from './chainOrder'
import { commonOpen } from './commonOpen'
import { inputOnItsCommon } from './inputOnItsCommon'
import { inputTied } from './inputTied'
import { labelOtherPort } from './labelOtherPort'
import { pairHalf } from './pairHalf'
import { pinOnEarth } from './pinOnEarth'
import { pinsJoined } from './pinsJoined'
import { probeMisplaced } from './probeMisplaced'
import { programUnlikeSetting } from './programUnlikeSetting'
import { pulsesExchanged } from './pulsesExchanged'
import { rolesCrossed } from './rolesCrossed'
import { sensorsExchanged } from './sensorsExchanged'
import { signalsWithoutCommonNegative } from './signalsWithoutCommonNegative'

/** What a board reads or commands is what serves that role: each sensor alone moves the pin that reads it, in the sense meant. */
export const knownRules = {
  'chain-order': chainOrder,
  'common-open': commonOpen,
  'input-on-its-common': inputOnItsCommon,
  'input-tied': inputTied,
  'label-other-port': labelOtherPort,
  'pair-half': pairHalf,
  'pin-on-earth': pinOnEarth,
  'pins-joined': pinsJoined,
  'probe-misplaced': probeMisplaced,
  'program-unlike-setting': programUnlikeSetting,
  'pulses-exchanged': pulsesExchanged,
  'roles-crossed': rolesCrossed,
  'sensors-exchanged': sensorsExchanged,
  'signals-without-common-negative': signalsWithoutCommonNegative,
} as const satisfies Readonly<Record<string, Rule>>
