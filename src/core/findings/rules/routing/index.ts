import type { Rule } from '@/core/judging'
import { bendTooTight } from './bendTooTight'
import { besideHigherVoltage } from './besideHigherVoltage'
import { cordNotHeld } from './cordNotHeld'
import { glandShared } from './glandShared'
import { pullUnrelieved } from './pullUnrelieved'
import { rigidInMotion } from './rigidInMotion'
import { wayOverfull } from './wayOverfull'
import { wayUnmeasured } from './wayUnmeasured'

/** About the ways that leads take. */
export const routingRules = {
  'way-overfull': wayOverfull,
  'way-unmeasured': wayUnmeasured,
  'gland-shared': glandShared,
  'bend-too-tight': bendTooTight,
  'pull-unrelieved': pullUnrelieved,
  'rigid-in-motion': rigidInMotion,
  'beside-higher-voltage': besideHigherVoltage,
  'cord-not-held': cordNotHeld,
} as const satisfies Readonly<Record<string, Rule>>
