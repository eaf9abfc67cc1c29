import type { Rule } from '../../types'
import { backFeed } from './backFeed'
import { bondNeedless } from './bondNeedless'
import { bondTooThin } from './bondTooThin'
import { boxHotterThanPlanned } from './boxHotterThanPlanned'
import { loadNotFed } from './loadNotFed'
import { lowVoltageAtLoad } from './lowVoltageAtLoad'
import { networkUnsolved } from './networkUnsolved'
import { pixelsTooLow } from './pixelsTooLow'
import { polarityReversed } from './polarityReversed'
import { positivesJoined } from './positivesJoined'
import { reserveExceedsSupply } from './reserveExceedsSupply'
import { shortCircuit } from './shortCircuit'
import { sourceAskedTooMuch } from './sourceAskedTooMuch'
import { suppliesInSeries } from './suppliesInSeries'
import { supplyHot } from './supplyHot'
import { supplyOverloaded } from './supplyOverloaded'
import { voltageBeyondRange } from './voltageBeyondRange'
import { endsExchanged } from './endsExchanged'
import { partReversed } from './partReversed'
import { returnByAnother } from './returnByAnother'

/** About supplies and what hangs on them. */
export const suppliesRules = {
  'back-feed': backFeed,
  'bond-needless': bondNeedless,
  'bond-too-thin': bondTooThin,
  'box-hotter-than-planned': boxHotterThanPlanned,
  'ends-exchanged': endsExchanged,
  'load-not-fed': loadNotFed,
  'low-voltage-at-load': lowVoltageAtLoad,
  'network-unsolved': networkUnsolved,
  'part-reversed': partReversed,
  'pixels-too-low': pixelsTooLow,
  'polarity-reversed': polarityReversed,
  'positives-joined': positivesJoined,
  'reserve-exceeds-supply': reserveExceedsSupply,
  'short-circuit': shortCircuit,
  'source-asked-too-much': sourceAskedTooMuch,
  'supplies-in-series': suppliesInSeries,
  'supply-hot': supplyHot,
  'supply-overloaded': supplyOverloaded,
  'voltage-beyond-range': voltageBeyondRange,
  'return-by-another': returnByAnother,
} as const satisfies Readonly<Record<string, Rule>>
