import type { Rule } from '@/core/judging'
import { earthConductorThin } from './earthConductorThin'
import { earthNotGreenYellow } from './earthNotGreenYellow'
import { metalWithoutEarth } from './metalWithoutEarth'
import { negativeEarthedTwice } from './negativeEarthedTwice'
import { serviceOnEarth } from './serviceOnEarth'
import { boxWithoutBond } from './boxWithoutBond'
import { earthChained } from './earthChained'

/** About protective earth. */
export const earthRules = {
  'earth-conductor-thin': earthConductorThin,
  'earth-not-green-yellow': earthNotGreenYellow,
  'metal-without-earth': metalWithoutEarth,
  'negative-earthed-twice': negativeEarthedTwice,
  'service-on-earth': serviceOnEarth,
  'box-without-bond': boxWithoutBond,
  'earth-chained': earthChained,
} as const satisfies Readonly<Record<string, Rule>>
