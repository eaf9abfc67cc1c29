import type { Rule } from '@/core/judging'
import { bondTooThin } from './bondTooThin'
import { earthFaultStays } from './earthFaultStays'
import { fusesJoined } from './fusesJoined'
import { heatUnwatched } from './heatUnwatched'
import { heatWithoutSecondStop } from './heatWithoutSecondStop'
import { liveMetal } from './liveMetal'
import { returnByAnother } from './returnByAnother'
import { supplyMayNotBlowFuse } from './supplyMayNotBlowFuse'

/** It fails kindly: one welded contact, one loose minus, one broken wire or one fault to metal leaves nothing that burns, moves or shocks without a second means. */
export const kindlyRules = {
  'bond-too-thin': bondTooThin,
  'earth-fault-stays': earthFaultStays,
  'fuses-joined': fusesJoined,
  'heat-unwatched': heatUnwatched,
  'heat-without-second-stop': heatWithoutSecondStop,
  'live-metal': liveMetal,
  'return-by-another': returnByAnother,
  'supply-may-not-blow-fuse': supplyMayNotBlowFuse,
} as const satisfies Readonly<Record<string, Rule>>
