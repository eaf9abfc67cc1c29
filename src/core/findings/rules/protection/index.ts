import type { Rule } from '../../types'
import { breakingCapacityShort } from './breakingCapacityShort'
import { fuseAtWrongEnd } from './fuseAtWrongEnd'
import { fuseDoesNotProtectWire } from './fuseDoesNotProtectWire'
import { fuseMisfits } from './fuseMisfits'
import { fuseOverloaded } from './fuseOverloaded'
import { fusesJoined } from './fusesJoined'
import { inrushOpensDevice } from './inrushOpensDevice'
import { notSelective } from './notSelective'
import { parallelUnlike } from './parallelUnlike'
import { startUpOpensFuse } from './startUpOpensFuse'
import { supplementaryAlone } from './supplementaryAlone'
import { supplyMayNotBlowFuse } from './supplyMayNotBlowFuse'
import { thinTapUnprotected } from './thinTapUnprotected'
import { unfusedLeadLong } from './unfusedLeadLong'
import { voltageRatingTooLow } from './voltageRatingTooLow'
import { wireDamagedFirst } from './wireDamagedFirst'
import { wireWithoutProtection } from './wireWithoutProtection'

/** About fuses and breakers. */
export const protectionRules = {
  'breaking-capacity-short': breakingCapacityShort,
  'fuse-at-wrong-end': fuseAtWrongEnd,
  'fuse-does-not-protect-wire': fuseDoesNotProtectWire,
  'fuse-misfits': fuseMisfits,
  'fuse-overloaded': fuseOverloaded,
  'fuses-joined': fusesJoined,
  'inrush-opens-device': inrushOpensDevice,
  'not-selective': notSelective,
  'parallel-unlike': parallelUnlike,
  'start-up-opens-fuse': startUpOpensFuse,
  'supplementary-alone': supplementaryAlone,
  'supply-may-not-blow-fuse': supplyMayNotBlowFuse,
  'thin-tap-unprotected': thinTapUnprotected,
  'unfused-lead-long': unfusedLeadLong,
  'voltage-rating-too-low': voltageRatingTooLow,
  'wire-damaged-first': wireDamagedFirst,
  'wire-without-protection': wireWithoutProtection,
} as const satisfies Readonly<Record<string, Rule>>
