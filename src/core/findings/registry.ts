import { clampOverfilled } from './rules/clampOverfilled'
import { colourOffScheme } from './rules/colourOffScheme'
import { conductorDoesNotFit } from './rules/conductorDoesNotFit'
import { connectionGuessed } from './rules/connectionGuessed'
import { earthConductorThin } from './rules/earthConductorThin'
import { earthNotGreenYellow } from './rules/earthNotGreenYellow'
import { endCannotBeMade } from './rules/endCannotBeMade'
import { excludedTerminalUsed } from './rules/excludedTerminalUsed'
import { fuseAtWrongEnd } from './rules/fuseAtWrongEnd'
import { fuseDoesNotProtectWire } from './rules/fuseDoesNotProtectWire'
import { fuseOverloaded } from './rules/fuseOverloaded'
import { greenYellowMisused } from './rules/greenYellowMisused'
import { leakageMayTrip } from './rules/leakageMayTrip'
import { lineAndNegativeAlike } from './rules/lineAndNegativeAlike'
import { lineNotSwitched } from './rules/lineNotSwitched'
import { lowVoltageAtLoad } from './rules/lowVoltageAtLoad'
import { mainsMeetsLowVoltage } from './rules/mainsMeetsLowVoltage'
import { mainsSelectorWrong } from './rules/mainsSelectorWrong'
import { metalWithoutEarth } from './rules/metalWithoutEarth'
import { networkUnsolved } from './rules/networkUnsolved'
import { noWireFits } from './rules/noWireFits'
import { outletOverloaded } from './rules/outletOverloaded'
import { parkedBare } from './rules/parkedBare'
import { polarityReversed } from './rules/polarityReversed'
import { positivesJoined } from './rules/positivesJoined'
import { requiredTerminalOpen } from './rules/requiredTerminalOpen'
import { supplyHot } from './rules/supplyHot'
import { supplyOverloaded } from './rules/supplyOverloaded'
import { thinTapUnprotected } from './rules/thinTapUnprotected'
import { voltageRatingTooLow } from './rules/voltageRatingTooLow'
import { wireOverloaded } from './rules/wireOverloaded'
import { wireWithoutProtection } from './rules/wireWithoutProtection'
import type { Rule } from './types'

/** Every rule by its id; the ids are stable and outlive the wording. */
export const RULES = {
  'clamp-overfilled': clampOverfilled,
  'colour-off-scheme': colourOffScheme,
  'conductor-does-not-fit': conductorDoesNotFit,
  'connection-guessed': connectionGuessed,
  'earth-conductor-thin': earthConductorThin,
  'earth-not-green-yellow': earthNotGreenYellow,
  'end-cannot-be-made': endCannotBeMade,
  'excluded-terminal-used': excludedTerminalUsed,
  'fuse-at-wrong-end': fuseAtWrongEnd,
  'fuse-does-not-protect-wire': fuseDoesNotProtectWire,
  'fuse-overloaded': fuseOverloaded,
  'green-yellow-misused': greenYellowMisused,
  'leakage-may-trip': leakageMayTrip,
  'line-and-negative-alike': lineAndNegativeAlike,
  'line-not-switched': lineNotSwitched,
  'low-voltage-at-load': lowVoltageAtLoad,
  'mains-meets-low-voltage': mainsMeetsLowVoltage,
  'mains-selector-wrong': mainsSelectorWrong,
  'metal-without-earth': metalWithoutEarth,
  'network-unsolved': networkUnsolved,
  'no-wire-fits': noWireFits,
  'outlet-overloaded': outletOverloaded,
  'parked-bare': parkedBare,
  'polarity-reversed': polarityReversed,
  'positives-joined': positivesJoined,
  'required-terminal-open': requiredTerminalOpen,
  'supply-hot': supplyHot,
  'supply-overloaded': supplyOverloaded,
  'thin-tap-unprotected': thinTapUnprotected,
  'voltage-rating-too-low': voltageRatingTooLow,
  'wire-overloaded': wireOverloaded,
  'wire-without-protection': wireWithoutProtection,
} as const satisfies Readonly<Record<string, Rule>>

export type RuleId = keyof typeof RULES
