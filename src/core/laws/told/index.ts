import type { Rule } from '@/core/judging'
import { circuitWithoutRest } from './circuitWithoutRest'
import { contactBridged } from './contactBridged'
import { contactJoinsNothing } from './contactJoinsNothing'
import { contactOpposite } from './contactOpposite'
import { controlReversed } from './controlReversed'
import { endsExchanged } from './endsExchanged'
import { fedByOwnCommand } from './fedByOwnCommand'
import { feedsJoined } from './feedsJoined'
import { relayLeakageHolds } from './relayLeakageHolds'
import { relayWrongCurrent } from './relayWrongCurrent'
import { restartsByItself } from './restartsByItself'
import { runsUncommanded } from './runsUncommanded'
import { safeStateNotKept } from './safeStateNotKept'
import { startWithoutEffect } from './startWithoutEffect'
import { stopContactIdle } from './stopContactIdle'
import { stopLeavesHazard } from './stopLeavesHazard'
import { stopWithoutEffect } from './stopWithoutEffect'
import { switchedOutputsJoined } from './switchedOutputsJoined'

/** Whatever moves or heats does so only when told: by its own command, never at rest, at a stop, or when the mains comes back. */
export const toldRules = {
  'circuit-without-rest': circuitWithoutRest,
  'contact-bridged': contactBridged,
  'contact-joins-nothing': contactJoinsNothing,
  'contact-opposite': contactOpposite,
  'control-reversed': controlReversed,
  'ends-exchanged': endsExchanged,
  'fed-by-own-command': fedByOwnCommand,
  'feeds-joined': feedsJoined,
  'relay-leakage-holds': relayLeakageHolds,
  'relay-wrong-current': relayWrongCurrent,
  'restarts-by-itself': restartsByItself,
  'runs-uncommanded': runsUncommanded,
  'safe-state-not-kept': safeStateNotKept,
  'start-without-effect': startWithoutEffect,
  'stop-contact-idle': stopContactIdle,
  'stop-leaves-hazard': stopLeavesHazard,
  'stop-without-effect': stopWithoutEffect,
  'switched-outputs-joined': switchedOutputsJoined,
} as const satisfies Readonly<Record<string, Rule>>
