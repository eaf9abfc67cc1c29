import { backFeed } from './rules/backFeed'
import { bondNeedless } from './rules/bondNeedless'
import { bondTooThin } from './rules/bondTooThin'
import { boxHotterThanPlanned } from './rules/boxHotterThanPlanned'
import { breakingCapacityShort } from './rules/breakingCapacityShort'
import { clampOverfilled } from './rules/clampOverfilled'
import { coilOnLogicPin } from './rules/coilOnLogicPin'
import { coilWithoutFlyback } from './rules/coilWithoutFlyback'
import { clearanceShort } from './rules/clearanceShort'
import { colourOffScheme } from './rules/colourOffScheme'
import { conductorDoesNotFit } from './rules/conductorDoesNotFit'
import { connectionGuessed } from './rules/connectionGuessed'
import { contactOverloaded } from './rules/contactOverloaded'
import { contactWearsOut } from './rules/contactWearsOut'
import { contactWithoutCommon } from './rules/contactWithoutCommon'
import { dataTooFar } from './rules/dataTooFar'
import { earthConductorThin } from './rules/earthConductorThin'
import { earthNotGreenYellow } from './rules/earthNotGreenYellow'
import { endCannotBeMade } from './rules/endCannotBeMade'
import { excludedTerminalUsed } from './rules/excludedTerminalUsed'
import { fuseAtWrongEnd } from './rules/fuseAtWrongEnd'
import { fuseDoesNotProtectWire } from './rules/fuseDoesNotProtectWire'
import { fuseOverloaded } from './rules/fuseOverloaded'
import { greenYellowMisused } from './rules/greenYellowMisused'
import { heatWithoutSecondStop } from './rules/heatWithoutSecondStop'
import { inletOverloaded } from './rules/inletOverloaded'
import { inrushMayTrip } from './rules/inrushMayTrip'
import { leakageMayTrip } from './rules/leakageMayTrip'
import { lineAndNegativeAlike } from './rules/lineAndNegativeAlike'
import { lineNotSwitched } from './rules/lineNotSwitched'
import { loadNotFed } from './rules/loadNotFed'
import { lowVoltageAtLoad } from './rules/lowVoltageAtLoad'
import { mainsMeetsLowVoltage } from './rules/mainsMeetsLowVoltage'
import { mainsSelectorWrong } from './rules/mainsSelectorWrong'
import { metalWithoutEarth } from './rules/metalWithoutEarth'
import { negativeEarthedTwice } from './rules/negativeEarthedTwice'
import { networkUnsolved } from './rules/networkUnsolved'
import { noEmergencyStop } from './rules/noEmergencyStop'
import { notSelective } from './rules/notSelective'
import { noWireFits } from './rules/noWireFits'
import { orientationForbidden } from './rules/orientationForbidden'
import { outletOverloaded } from './rules/outletOverloaded'
import { outputsJoined } from './rules/outputsJoined'
import { parkedBare } from './rules/parkedBare'
import { partOutsideFace } from './rules/partOutsideFace'
import { partsOverlap } from './rules/partsOverlap'
import { pixelsTooLow } from './rules/pixelsTooLow'
import { polarityReversed } from './rules/polarityReversed'
import { positivesJoined } from './rules/positivesJoined'
import { relayControlVoltage } from './rules/relayControlVoltage'
import { relayLeakageHolds } from './rules/relayLeakageHolds'
import { relayTooHot } from './rules/relayTooHot'
import { relayWrongCurrent } from './rules/relayWrongCurrent'
import { requiredTerminalOpen } from './rules/requiredTerminalOpen'
import { reserveExceedsSupply } from './rules/reserveExceedsSupply'
import { residualWanted } from './rules/residualWanted'
import { restartsByItself } from './rules/restartsByItself'
import { safeStateNotKept } from './rules/safeStateNotKept'
import { shortCircuit } from './rules/shortCircuit'
import { signalLevelsDiffer } from './rules/signalLevelsDiffer'
import { signalsWithoutCommonNegative } from './rules/signalsWithoutCommonNegative'
import { startUpOpensFuse } from './rules/startUpOpensFuse'
import { stopLeavesHazard } from './rules/stopLeavesHazard'
import { stopNotFailSafe } from './rules/stopNotFailSafe'
import { supplementaryAlone } from './rules/supplementaryAlone'
import { suppliesInSeries } from './rules/suppliesInSeries'
import { supplyHot } from './rules/supplyHot'
import { supplyMayNotBlowFuse } from './rules/supplyMayNotBlowFuse'
import { supplyOverloaded } from './rules/supplyOverloaded'
import { terminalRatingExceeded } from './rules/terminalRatingExceeded'
import { thinTapUnprotected } from './rules/thinTapUnprotected'
import { unfusedLeadLong } from './rules/unfusedLeadLong'
import { voltageRatingTooLow } from './rules/voltageRatingTooLow'
import { wireDamagedFirst } from './rules/wireDamagedFirst'
import { wireOverloaded } from './rules/wireOverloaded'
import { wireWithoutProtection } from './rules/wireWithoutProtection'
import type { Rule } from './types'

/** Every rule by its id; the ids are stable and outlive the wording. */
export const RULES = {
  'back-feed': backFeed,
  'bond-needless': bondNeedless,
  'bond-too-thin': bondTooThin,
  'box-hotter-than-planned': boxHotterThanPlanned,
  'breaking-capacity-short': breakingCapacityShort,
  'clamp-overfilled': clampOverfilled,
  'coil-on-logic-pin': coilOnLogicPin,
  'coil-without-flyback': coilWithoutFlyback,
  'clearance-short': clearanceShort,
  'colour-off-scheme': colourOffScheme,
  'conductor-does-not-fit': conductorDoesNotFit,
  'connection-guessed': connectionGuessed,
  'contact-overloaded': contactOverloaded,
  'contact-wears-out': contactWearsOut,
  'contact-without-common': contactWithoutCommon,
  'data-too-far': dataTooFar,
  'earth-conductor-thin': earthConductorThin,
  'earth-not-green-yellow': earthNotGreenYellow,
  'end-cannot-be-made': endCannotBeMade,
  'excluded-terminal-used': excludedTerminalUsed,
  'fuse-at-wrong-end': fuseAtWrongEnd,
  'fuse-does-not-protect-wire': fuseDoesNotProtectWire,
  'fuse-overloaded': fuseOverloaded,
  'green-yellow-misused': greenYellowMisused,
  'heat-without-second-stop': heatWithoutSecondStop,
  'inlet-overloaded': inletOverloaded,
  'inrush-may-trip': inrushMayTrip,
  'leakage-may-trip': leakageMayTrip,
  'line-and-negative-alike': lineAndNegativeAlike,
  'line-not-switched': lineNotSwitched,
  'load-not-fed': loadNotFed,
  'low-voltage-at-load': lowVoltageAtLoad,
  'mains-meets-low-voltage': mainsMeetsLowVoltage,
  'mains-selector-wrong': mainsSelectorWrong,
  'metal-without-earth': metalWithoutEarth,
  'negative-earthed-twice': negativeEarthedTwice,
  'network-unsolved': networkUnsolved,
  'no-emergency-stop': noEmergencyStop,
  'not-selective': notSelective,
  'no-wire-fits': noWireFits,
  'orientation-forbidden': orientationForbidden,
  'outlet-overloaded': outletOverloaded,
  'outputs-joined': outputsJoined,
  'parked-bare': parkedBare,
  'part-outside-face': partOutsideFace,
  'parts-overlap': partsOverlap,
  'pixels-too-low': pixelsTooLow,
  'polarity-reversed': polarityReversed,
  'positives-joined': positivesJoined,
  'relay-control-voltage': relayControlVoltage,
  'relay-leakage-holds': relayLeakageHolds,
  'relay-too-hot': relayTooHot,
  'relay-wrong-current': relayWrongCurrent,
  'required-terminal-open': requiredTerminalOpen,
  'reserve-exceeds-supply': reserveExceedsSupply,
  'residual-wanted': residualWanted,
  'restarts-by-itself': restartsByItself,
  'safe-state-not-kept': safeStateNotKept,
  'short-circuit': shortCircuit,
  'signal-levels-differ': signalLevelsDiffer,
  'signals-without-common-negative': signalsWithoutCommonNegative,
  'start-up-opens-fuse': startUpOpensFuse,
  'stop-leaves-hazard': stopLeavesHazard,
  'stop-not-fail-safe': stopNotFailSafe,
  'supplementary-alone': supplementaryAlone,
  'supplies-in-series': suppliesInSeries,
  'supply-hot': supplyHot,
  'supply-may-not-blow-fuse': supplyMayNotBlowFuse,
  'supply-overloaded': supplyOverloaded,
  'terminal-rating-exceeded': terminalRatingExceeded,
  'thin-tap-unprotected': thinTapUnprotected,
  'unfused-lead-long': unfusedLeadLong,
  'voltage-rating-too-low': voltageRatingTooLow,
  'wire-damaged-first': wireDamagedFirst,
  'wire-overloaded': wireOverloaded,
  'wire-without-protection': wireWithoutProtection,
} as const satisfies Readonly<Record<string, Rule>>

export type RuleId = keyof typeof RULES
