import type { Rule } from '@/core/judging'
import { colourOffScheme } from './colourOffScheme'
import { connectionGuessed } from './connectionGuessed'
import { dataTooFar } from './dataTooFar'
import { functionContradictsNet } from './functionContradictsNet'
import { greenYellowMisused } from './greenYellowMisused'
import { lineAndNegativeAlike } from './lineAndNegativeAlike'
import { mainsBesideSignals } from './mainsBesideSignals'
import { parkedBare } from './parkedBare'
import { screenOpen } from './screenOpen'
import { singleInsulated } from './singleInsulated'
import { smallConductorContinuous } from './smallConductorContinuous'
import { sourcesDiffer } from './sourcesDiffer'

/** About wires: sizes, colours, data, and what lies beside what. */
export const wiresRules = {
  'colour-off-scheme': colourOffScheme,
  'connection-guessed': connectionGuessed,
  'data-too-far': dataTooFar,
  'function-contradicts-net': functionContradictsNet,
  'green-yellow-misused': greenYellowMisused,
  'line-and-negative-alike': lineAndNegativeAlike,
  'mains-beside-signals': mainsBesideSignals,
  'parked-bare': parkedBare,
  'screen-open': screenOpen,
  'single-insulated': singleInsulated,
  'small-conductor-continuous': smallConductorContinuous,
  'sources-differ': sourcesDiffer,
} as const satisfies Readonly<Record<string, Rule>>
