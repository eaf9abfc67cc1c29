import type { Rule } from '../../types'
import { cableUnused } from './cableUnused'
import { commonOpen } from './commonOpen'
import { coreOpen } from './coreOpen'
import { driverWithoutMotor } from './driverWithoutMotor'
import { driverWithoutSignals } from './driverWithoutSignals'
import { fusePlaceEmpty } from './fusePlaceEmpty'
import { jumpersUnlike } from './jumpersUnlike'
import { outputShorted } from './outputShorted'
import { portsOpen } from './portsOpen'
import { labelOtherPort } from './labelOtherPort'
import { pairHalf } from './pairHalf'
import { pixelsWithoutData } from './pixelsWithoutData'
import { plugMisfits } from './plugMisfits'
import { removedLeavesLeads } from './removedLeavesLeads'
import { socketEmpty } from './socketEmpty'
import { joinedToNothing } from './joinedToNothing'
import { contactHalfWired } from './contactHalfWired'

/** About what is missing, so that something certainly does not work. */
export const completeRules = {
  'cable-unused': cableUnused,
  'common-open': commonOpen,
  'core-open': coreOpen,
  'driver-without-motor': driverWithoutMotor,
  'driver-without-signals': driverWithoutSignals,
  'fuse-place-empty': fusePlaceEmpty,
  'jumpers-unlike': jumpersUnlike,
  'output-shorted': outputShorted,
  'ports-open': portsOpen,
  'label-other-port': labelOtherPort,
  'pair-half': pairHalf,
  'pixels-without-data': pixelsWithoutData,
  'plug-misfits': plugMisfits,
  'removed-leaves-leads': removedLeavesLeads,
  'socket-empty': socketEmpty,
  'joined-to-nothing': joinedToNothing,
  'contact-half-wired': contactHalfWired,
} as const satisfies Readonly<Record<string, Rule>>
