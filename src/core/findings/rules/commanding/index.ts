import type { Rule } from '../../types'
import { chainOrder } from './chainOrder'
import { coilNeverWorked } from './coilNeverWorked'
import { contactBridged } from './contactBridged'
import { contactOpposite } from './contactOpposite'
import { controlReversed } from './controlReversed'
import { driverAboveMotor } from './driverAboveMotor'
import { fedByOwnCommand } from './fedByOwnCommand'
import { feedsJoined } from './feedsJoined'
import { heatUnwatched } from './heatUnwatched'
import { poleWithoutEffect } from './poleWithoutEffect'
import { programUnlikeSetting } from './programUnlikeSetting'
import { rolesCrossed } from './rolesCrossed'
import { runsUncommanded } from './runsUncommanded'
import { safeStateUnsaid } from './safeStateUnsaid'
import { sensorsExchanged } from './sensorsExchanged'
import { startWithoutEffect } from './startWithoutEffect'
import { stopContactIdle } from './stopContactIdle'
import { stopInReturn } from './stopInReturn'
import { stopWithoutEffect } from './stopWithoutEffect'
import { switchedOutputsJoined } from './switchedOutputsJoined'

/** About what commands heat and motion, what watches it, and what stops it. */
export const commandingRules = {
  'chain-order': chainOrder,
  'coil-never-worked': coilNeverWorked,
  'contact-bridged': contactBridged,
  'contact-opposite': contactOpposite,
  'control-reversed': controlReversed,
  'driver-above-motor': driverAboveMotor,
  'fed-by-own-command': fedByOwnCommand,
  'feeds-joined': feedsJoined,
  'heat-unwatched': heatUnwatched,
  'pole-without-effect': poleWithoutEffect,
  'program-unlike-setting': programUnlikeSetting,
  'roles-crossed': rolesCrossed,
  'runs-uncommanded': runsUncommanded,
  'safe-state-unsaid': safeStateUnsaid,
  'sensors-exchanged': sensorsExchanged,
  'start-without-effect': startWithoutEffect,
  'stop-contact-idle': stopContactIdle,
  'stop-in-return': stopInReturn,
  'stop-without-effect': stopWithoutEffect,
  'switched-outputs-joined': switchedOutputsJoined,
} as const satisfies Readonly<Record<string, Rule>>
