export { DUCT_LIMIT_percent, ductCalculator, fillDuct, type DuctAnswer, type DuctRequest } from './duct'
export { chooseGland, clamps, glandCalculator, type GlandAnswer, type GlandRequest } from './gland'
export { sectionOf, type SectionCircle } from './section'
export { CONDUIT_SOURCE, conduitFill_percent } from './conduit'
