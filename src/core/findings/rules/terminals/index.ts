import type { Rule } from '../../types'
import { clampOverfilled } from './clampOverfilled'
import { conductorDoesNotFit } from './conductorDoesNotFit'
import { endCannotBeMade } from './endCannotBeMade'
import { excludedTerminalUsed } from './excludedTerminalUsed'
import { mainsTerminalsBare } from './mainsTerminalsBare'
import { requiredTerminalOpen } from './requiredTerminalOpen'
import { terminalRatingExceeded } from './terminalRatingExceeded'
import { solidMoves } from './solidMoves'
import { strandsShareScrew } from './strandsShareScrew'
import { springWantsFirm } from './springWantsFirm'

/** About what goes into terminals. */
export const terminalsRules = {
  'clamp-overfilled': clampOverfilled,
  'conductor-does-not-fit': conductorDoesNotFit,
  'end-cannot-be-made': endCannotBeMade,
  'excluded-terminal-used': excludedTerminalUsed,
  'mains-terminals-bare': mainsTerminalsBare,
  'required-terminal-open': requiredTerminalOpen,
  'terminal-rating-exceeded': terminalRatingExceeded,
  'solid-moves': solidMoves,
  'strands-share-screw': strandsShareScrew,
  'spring-wants-firm': springWantsFirm,
} as const satisfies Readonly<Record<string, Rule>>
