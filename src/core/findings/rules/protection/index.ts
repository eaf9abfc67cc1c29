import type { Rule } from '@/core/judging'
import { breakingCapacityShort } from './breakingCapacityShort'
import { fuseAtWrongEnd } from './fuseAtWrongEnd'
import { fuseDoesNotProtectWire } from './fuseDoesNotProtectWire'
import { notSelective } from './notSelective'
import { parallelUnlike } from './parallelUnlike'
import { supplementaryAlone } from './supplementaryAlone'
import { thinTapUnprotected } from './thinTapUnprotected'
import { unfusedLeadLong } from './unfusedLeadLong'
import { wireDamagedFirst } from './wireDamagedFirst'
import { wireWithoutProtection } from './wireWithoutProtection'

/** About fuses and breakers. */
export const protectionRules = {
  'breaking-capacity-short': breakingCapacityShort,
  'fuse-at-wrong-end': fuseAtWrongEnd,
  'fuse-does-not-protect-wire': fuseDoesNotProtectWire,
  'not-selective': notSelective,
  'parallel-unlike': parallelUnlike,
  'supplementary-alone': supplementaryAlone,
  'thin-tap-unprotected': thinTapUnprotected,
  'unfused-lead-long': unfusedLeadLong,
  'wire-damaged-first': wireDamagedFirst,
  'wire-without-protection': wireWithoutProtection,
} as const satisfies Readonly<Record<string, Rule>>
