import type { Rule } from './types'
import { backFeed } from './rules/backFeed'
import { boardSlides } from './rules/boardSlides'
import { bondNeedless } from './rules/bondNeedless'
import { bondTooThin } from './rules/bondTooThin'
import { boxHotterThanPlanned } from './rules/boxHotterThanPlanned'
import { breakingCapacityShort } from './rules/breakingCapacityShort'
import { cannotBeTakenOut } from './rules/cannotBeTakenOut'
import { circuitWithoutRest } from './rules/circuitWithoutRest'
import { clampOverfilled } from './rules/clampOverfilled'
import { clearanceShort } from './rules/clearanceShort'
import { coilOnLogicPin } from './rules/coilOnLogicPin'
import { coilWithoutFlyback } from './rules/coilWithoutFlyback'
import { colourOffScheme } from './rules/colourOffScheme'
import { condensation } from './rules/condensation'
import { conductorDoesNotFit } from './rules/conductorDoesNotFit'
import { connectionGuessed } from './rules/connectionGuessed'
import { contactOverloaded } from './rules/contactOverloaded'
import { contactWearsOut } from './rules/contactWearsOut'
import { contactWithoutCommon } from './rules/contactWithoutCommon'
import { dataTooFar } from './rules/dataTooFar'
import { doorDoesNotShut } from './rules/doorDoesNotShut'
import { doorSwingHits } from './rules/doorSwingHits'
import { ductsCover } from './rules/ductsCover'
import { earthConductorThin } from './rules/earthConductorThin'
import { earthNotGreenYellow } from './rules/earthNotGreenYellow'
import { endCannotBeMade } from './rules/endCannotBeMade'
import { excludedTerminalUsed } from './rules/excludedTerminalUsed'
import { exitUpward } from './rules/exitUpward'
import { fanDirection } from './rules/fanDirection'
import { fixingOutOfReach } from './rules/fixingOutOfReach'
import { fuseAtWrongEnd } from './rules/fuseAtWrongEnd'
import { fuseDoesNotProtectWire } from './rules/fuseDoesNotProtectWire'
import { fuseOverloaded } from './rules/fuseOverloaded'
import { greenYellowMisused } from './rules/greenYellowMisused'
import { heatWithoutSecondStop } from './rules/heatWithoutSecondStop'
import { heavyOnTape } from './rules/heavyOnTape'
import { holesTooClose } from './rules/holesTooClose'
import { holeUnknown } from './rules/holeUnknown'
import { hotUnderCool } from './rules/hotUnderCool'
import { hungTooHeavy } from './rules/hungTooHeavy'
import { inletOverloaded } from './rules/inletOverloaded'
import { inrushMayTrip } from './rules/inrushMayTrip'
import { ipLowered } from './rules/ipLowered'
import { leakageMayTrip } from './rules/leakageMayTrip'
import { lineAndNegativeAlike } from './rules/lineAndNegativeAlike'
import { lineNotSwitched } from './rules/lineNotSwitched'
import { loadNotFed } from './rules/loadNotFed'
import { lowVoltageAtLoad } from './rules/lowVoltageAtLoad'
import { mainsBesideSignals } from './rules/mainsBesideSignals'
import { mainsMeetsLowVoltage } from './rules/mainsMeetsLowVoltage'
import { mainsSelectorWrong } from './rules/mainsSelectorWrong'
import { mainsTerminalsBare } from './rules/mainsTerminalsBare'
import { meetsBehind } from './rules/meetsBehind'
import { metalWithoutEarth } from './rules/metalWithoutEarth'
import { moduleKeyWrong } from './rules/moduleKeyWrong'
import { modulesWithoutAir } from './rules/modulesWithoutAir'
import { negativeEarthedTwice } from './rules/negativeEarthedTwice'
import { networkUnsolved } from './rules/networkUnsolved'
import { noDrain } from './rules/noDrain'
import { noEmergencyStop } from './rules/noEmergencyStop'
import { notOnRail } from './rules/notOnRail'
import { notSelective } from './rules/notSelective'
import { noWireFits } from './rules/noWireFits'
import { nutBlocked } from './rules/nutBlocked'
import { openingLeft } from './rules/openingLeft'
import { orientationForbidden } from './rules/orientationForbidden'
import { outletOverloaded } from './rules/outletOverloaded'
import { outputsJoined } from './rules/outputsJoined'
import { parkedBare } from './rules/parkedBare'
import { partOnDuct } from './rules/partOnDuct'
import { partOnWrongFace } from './rules/partOnWrongFace'
import { partOutsideFace } from './rules/partOutsideFace'
import { partsOverlap } from './rules/partsOverlap'
import { pixelsTooLow } from './rules/pixelsTooLow'
import { plugBlocked } from './rules/plugBlocked'
import { polarityReversed } from './rules/polarityReversed'
import { portMissesHole } from './rules/portMissesHole'
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
import { screwMisfits } from './rules/screwMisfits'
import { settingOutOfReach } from './rules/settingOutOfReach'
import { shortCircuit } from './rules/shortCircuit'
import { signalLevelsDiffer } from './rules/signalLevelsDiffer'
import { signalsWithoutCommonNegative } from './rules/signalsWithoutCommonNegative'
import { socketShared } from './rules/socketShared'
import { sourceAskedTooMuch } from './rules/sourceAskedTooMuch'
import { sparesMissing } from './rules/sparesMissing'
import { startUpOpensFuse } from './rules/startUpOpensFuse'
import { stopLeavesHazard } from './rules/stopLeavesHazard'
import { stopNotFailSafe } from './rules/stopNotFailSafe'
import { supplementaryAlone } from './rules/supplementaryAlone'
import { suppliesInSeries } from './rules/suppliesInSeries'
import { supplyHot } from './rules/supplyHot'
import { supplyMayNotBlowFuse } from './rules/supplyMayNotBlowFuse'
import { supplyOverloaded } from './rules/supplyOverloaded'
import { terminalFacesWall } from './rules/terminalFacesWall'
import { terminalRatingExceeded } from './rules/terminalRatingExceeded'
import { thermostatLow } from './rules/thermostatLow'
import { thinTapUnprotected } from './rules/thinTapUnprotected'
import { threadTooShort } from './rules/threadTooShort'
import { unfusedLeadLong } from './rules/unfusedLeadLong'
import { ventBlocked } from './rules/ventBlocked'
import { voltageRatingTooLow } from './rules/voltageRatingTooLow'
import { wireDamagedFirst } from './rules/wireDamagedFirst'
import { wireOverloaded } from './rules/wireOverloaded'
import { wireWithoutProtection } from './rules/wireWithoutProtection'

/** Every rule by its id; the ids are stable and outlive the wording. */
export const RULES = {
  'back-feed': backFeed,
  'board-slides': boardSlides,
  'bond-needless': bondNeedless,
  'bond-too-thin': bondTooThin,
  'box-hotter-than-planned': boxHotterThanPlanned,
  'breaking-capacity-short': breakingCapacityShort,
  'cannot-be-taken-out': cannotBeTakenOut,
  'circuit-without-rest': circuitWithoutRest,
  'clamp-overfilled': clampOverfilled,
  'clearance-short': clearanceShort,
  'coil-on-logic-pin': coilOnLogicPin,
  'coil-without-flyback': coilWithoutFlyback,
  'colour-off-scheme': colourOffScheme,
  condensation: condensation,
  'conductor-does-not-fit': conductorDoesNotFit,
  'connection-guessed': connectionGuessed,
  'contact-overloaded': contactOverloaded,
  'contact-wears-out': contactWearsOut,
  'contact-without-common': contactWithoutCommon,
  'data-too-far': dataTooFar,
  'door-does-not-shut': doorDoesNotShut,
  'door-swing-hits': doorSwingHits,
  'ducts-cover': ductsCover,
  'earth-conductor-thin': earthConductorThin,
  'earth-not-green-yellow': earthNotGreenYellow,
  'end-cannot-be-made': endCannotBeMade,
  'excluded-terminal-used': excludedTerminalUsed,
  'exit-upward': exitUpward,
  'fan-direction': fanDirection,
  'fixing-out-of-reach': fixingOutOfReach,
  'fuse-at-wrong-end': fuseAtWrongEnd,
  'fuse-does-not-protect-wire': fuseDoesNotProtectWire,
  'fuse-overloaded': fuseOverloaded,
  'green-yellow-misused': greenYellowMisused,
  'heat-without-second-stop': heatWithoutSecondStop,
  'heavy-on-tape': heavyOnTape,
  'hole-unknown': holeUnknown,
  'holes-too-close': holesTooClose,
  'hot-under-cool': hotUnderCool,
  'hung-too-heavy': hungTooHeavy,
  'inlet-overloaded': inletOverloaded,
  'inrush-may-trip': inrushMayTrip,
  'ip-lowered': ipLowered,
  'leakage-may-trip': leakageMayTrip,
  'line-and-negative-alike': lineAndNegativeAlike,
  'line-not-switched': lineNotSwitched,
  'load-not-fed': loadNotFed,
  'low-voltage-at-load': lowVoltageAtLoad,
  'mains-beside-signals': mainsBesideSignals,
  'mains-meets-low-voltage': mainsMeetsLowVoltage,
  'mains-selector-wrong': mainsSelectorWrong,
  'mains-terminals-bare': mainsTerminalsBare,
  'meets-behind': meetsBehind,
  'metal-without-earth': metalWithoutEarth,
  'module-key-wrong': moduleKeyWrong,
  'modules-without-air': modulesWithoutAir,
  'negative-earthed-twice': negativeEarthedTwice,
  'network-unsolved': networkUnsolved,
  'no-drain': noDrain,
  'no-emergency-stop': noEmergencyStop,
  'no-wire-fits': noWireFits,
  'not-on-rail': notOnRail,
  'not-selective': notSelective,
  'nut-blocked': nutBlocked,
  'opening-left': openingLeft,
  'orientation-forbidden': orientationForbidden,
  'outlet-overloaded': outletOverloaded,
  'outputs-joined': outputsJoined,
  'parked-bare': parkedBare,
  'part-on-duct': partOnDuct,
  'part-on-wrong-face': partOnWrongFace,
  'part-outside-face': partOutsideFace,
  'parts-overlap': partsOverlap,
  'pixels-too-low': pixelsTooLow,
  'plug-blocked': plugBlocked,
  'polarity-reversed': polarityReversed,
  'port-misses-hole': portMissesHole,
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
  'screw-misfits': screwMisfits,
  'setting-out-of-reach': settingOutOfReach,
  'short-circuit': shortCircuit,
  'signal-levels-differ': signalLevelsDiffer,
  'signals-without-common-negative': signalsWithoutCommonNegative,
  'socket-shared': socketShared,
  'source-asked-too-much': sourceAskedTooMuch,
  'spares-missing': sparesMissing,
  'start-up-opens-fuse': startUpOpensFuse,
  'stop-leaves-hazard': stopLeavesHazard,
  'stop-not-fail-safe': stopNotFailSafe,
  'supplementary-alone': supplementaryAlone,
  'supplies-in-series': suppliesInSeries,
  'supply-hot': supplyHot,
  'supply-may-not-blow-fuse': supplyMayNotBlowFuse,
  'supply-overloaded': supplyOverloaded,
  'terminal-faces-wall': terminalFacesWall,
  'terminal-rating-exceeded': terminalRatingExceeded,
  'thermostat-low': thermostatLow,
  'thin-tap-unprotected': thinTapUnprotected,
  'thread-too-short': threadTooShort,
  'unfused-lead-long': unfusedLeadLong,
  'vent-blocked': ventBlocked,
  'voltage-rating-too-low': voltageRatingTooLow,
  'wire-damaged-first': wireDamagedFirst,
  'wire-overloaded': wireOverloaded,
  'wire-without-protection': wireWithoutProtection,
} as const satisfies Readonly<Record<string, Rule>>

export type RuleId = keyof typeof RULES
