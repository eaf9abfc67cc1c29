import type { Rule } from '@/core/judging'
import { coilWithoutFlyback } from './coilWithoutFlyback'
import { contactWearsOut } from './contactWearsOut'
import { noEmergencyStop } from './noEmergencyStop'
import { poleWithoutEffect } from './poleWithoutEffect'
import { safeStateUnsaid } from './safeStateUnsaid'
import { stopInReturn } from './stopInReturn'
import { stopNotFailSafe } from './stopNotFailSafe'

/** About relays, contacts, stops, and what happens when control is lost. */
export const switchingRules = {
  'coil-without-flyback': coilWithoutFlyback,
  'contact-wears-out': contactWearsOut,
  'no-emergency-stop': noEmergencyStop,
  'pole-without-effect': poleWithoutEffect,
  'safe-state-unsaid': safeStateUnsaid,
  'stop-in-return': stopInReturn,
  'stop-not-fail-safe': stopNotFailSafe,
} as const satisfies Readonly<Record<string, Rule>>
