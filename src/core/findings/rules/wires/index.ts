import type { Rule } from '../../types'
import { sourcesDiffer } from './sourcesDiffer'
import { colourOffScheme } from './colourOffScheme'
import { connectionGuessed } from './connectionGuessed'
import { greenYellowMisused } from './greenYellowMisused'
import { lineAndNegativeAlike } from './lineAndNegativeAlike'
import { mainsBesideSignals } from './mainsBesideSignals'
import { mainsMeetsLowVoltage } from './mainsMeetsLowVoltage'
import { noWireFits } from './noWireFits'
import { parkedBare } from './parkedBare'
import { singleInsulated } from './singleInsulated'
import { smallConductorContinuous } from './smallConductorContinuous'
import { wireOverloaded } from './wireOverloaded'
import { functionContradictsNet } from './functionContradictsNet'

/** About wires: sizes, colours, and what lies beside what. */
export const wiresRules = {
  'sources-differ': sourcesDiffer,
  'colour-off-scheme': colourOffScheme,
  'connection-guessed': connectionGuessed,
  'green-yellow-misused': greenYellowMisused,
  'line-and-negative-alike': lineAndNegativeAlike,
  'mains-beside-signals': mainsBesideSignals,
  'mains-meets-low-voltage': mainsMeetsLowVoltage,
  'no-wire-fits': noWireFits,
  'parked-bare': parkedBare,
  'single-insulated': singleInsulated,
  'small-conductor-continuous': smallConductorContinuous,
  'wire-overloaded': wireOverloaded,
  'function-contradicts-net': functionContradictsNet,
} as const satisfies Readonly<Record<string, Rule>>
