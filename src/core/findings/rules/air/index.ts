import type { Rule } from '@/core/judging'
import { fanDirection } from './fanDirection'
import { hotUnderCool } from './hotUnderCool'
import { modulesWithoutAir } from './modulesWithoutAir'
import { thermostatLow } from './thermostatLow'
import { ventBlocked } from './ventBlocked'

/** About air and warmth inside. */
export const airRules = {
  'fan-direction': fanDirection,
  'hot-under-cool': hotUnderCool,
  'modules-without-air': modulesWithoutAir,
  'thermostat-low': thermostatLow,
  'vent-blocked': ventBlocked,
} as const satisfies Readonly<Record<string, Rule>>
