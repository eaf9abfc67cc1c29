import type { Rule } from '../../types'
import { screenOpen } from './screenOpen'
import { dataTooFar } from './dataTooFar'
import { outputsJoined } from './outputsJoined'
import { signalLevelsDiffer } from './signalLevelsDiffer'
import { signalsWithoutCommonNegative } from './signalsWithoutCommonNegative'
import { coilsMixed } from './coilsMixed'
import { coilMisplaced } from './coilMisplaced'
import { pinsJoined } from './pinsJoined'
import { probeMisplaced } from './probeMisplaced'
import { pulsesExchanged } from './pulsesExchanged'

/** About signals and data. */
export const signalsRules = {
  'data-too-far': dataTooFar,
  'outputs-joined': outputsJoined,
  'signal-levels-differ': signalLevelsDiffer,
  'signals-without-common-negative': signalsWithoutCommonNegative,
  'coils-mixed': coilsMixed,
  'coil-misplaced': coilMisplaced,
  'pins-joined': pinsJoined,
  'probe-misplaced': probeMisplaced,
  'pulses-exchanged': pulsesExchanged,
  'screen-open': screenOpen,
} as const satisfies Readonly<Record<string, Rule>>
