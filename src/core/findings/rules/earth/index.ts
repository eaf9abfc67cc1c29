import type { Rule } from '../../types'
import { earthConductorThin } from './earthConductorThin'
import { earthNotGreenYellow } from './earthNotGreenYellow'
import { liveMetal } from './liveMetal'
import { metalWithoutEarth } from './metalWithoutEarth'
import { negativeEarthedTwice } from './negativeEarthedTwice'
import { pinOnEarth } from './pinOnEarth'
import { serviceOnEarth } from './serviceOnEarth'
import { boxWithoutBond } from './boxWithoutBond'
import { earthChained } from './earthChained'

/** About protective earth. */
export const earthRules = {
  'earth-conductor-thin': earthConductorThin,
  'earth-not-green-yellow': earthNotGreenYellow,
  'live-metal': liveMetal,
  'metal-without-earth': metalWithoutEarth,
  'negative-earthed-twice': negativeEarthedTwice,
  'pin-on-earth': pinOnEarth,
  'service-on-earth': serviceOnEarth,
  'box-without-bond': boxWithoutBond,
  'earth-chained': earthChained,
} as const satisfies Readonly<Record<string, Rule>>
