export {
  ampacityNeeded_A,
  explainCoordination,
  greatestRating_A,
  isProtectedBy,
  type ProtectiveRating,
} from './coordinate'
export { breakerStands_A, inrushStood_A } from './inrush'
export { bandOf, openingTime, sayOpening, sayTime, type CurvedDevice, type Opening } from './openingTime'
export { protect, thermalFactor, voltageObjection, type Protection, type ProtectRequest } from './protect'
export { protectCalculator } from './calculator'
export { selectivity, type Selectivity } from './selectivity'
export { ADIABATIC_MAX_S, adiabaticFactor, withstands_s } from './wireDamage'
export { ASSUMED_PROSPECTIVE_A } from './prospective'
