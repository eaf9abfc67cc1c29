import type { Rule } from '@/core/judging'
import { cableUnused } from './cableUnused'
import { coreOpen } from './coreOpen'
import { driverWithoutMotor } from './driverWithoutMotor'
import { jumpersUnlike } from './jumpersUnlike'
import { portsOpen } from './portsOpen'
import { removedLeavesLeads } from './removedLeavesLeads'
import { joinedToNothing } from './joinedToNothing'

/** About what is missing, so that something certainly does not work. */
export const completeRules = {
  'cable-unused': cableUnused,
  'core-open': coreOpen,
  'driver-without-motor': driverWithoutMotor,
  'jumpers-unlike': jumpersUnlike,
  'ports-open': portsOpen,
  'removed-leaves-leads': removedLeavesLeads,
  'joined-to-nothing': joinedToNothing,
} as const satisfies Readonly<Record<string, Rule>>
