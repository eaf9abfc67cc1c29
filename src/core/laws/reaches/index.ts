import { holesRules } from './holes'
import { placesRules } from './places'
import { seatsRules } from './seats'
import { waysRules } from './ways'

/** Everything reaches, passes and can be laid hands on; measured, not solved. */
export const reachesRules = { ...holesRules, ...placesRules, ...seatsRules, ...waysRules }
