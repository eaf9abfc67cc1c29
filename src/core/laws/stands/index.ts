import { currentRules } from './current'
import { mainsLoadRules } from './mains'
import { pinsRules } from './pins'
import { voltsRules } from './volts'

/** Everything stands what it meets. */
export const standsRules = { ...voltsRules, ...currentRules, ...mainsLoadRules, ...pinsRules }
