import type { Rule } from '@/core/judging'
import { clampOverfilled } from './clampOverfilled'
import { endCannotBeMade } from './endCannotBeMade'
import { excludedTerminalUsed } from './excludedTerminalUsed'
import { mainsTerminalsBare } from './mainsTerminalsBare'
import { solidMoves } from './solidMoves'
import { strandsShareScrew } from './strandsShareScrew'
import { springWantsFirm } from './springWantsFirm'

/** About what goes into terminals. */
export const terminalsRules = {
  'clamp-overfilled': clampOverfilled,
  'end-cannot-be-made': endCannotBeMade,
  'excluded-terminal-used': excludedTerminalUsed,
  'mains-terminals-bare': mainsTerminalsBare,
  'solid-moves': solidMoves,
  'strands-share-screw': strandsShareScrew,
  'spring-wants-firm': springWantsFirm,
} as const satisfies Readonly<Record<string, Rule>>
