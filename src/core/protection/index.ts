export { ampacityNeeded_A, explainCoordination, greatestRating_A, isProtectedBy, type ProtectiveRating } from './coordinate'
export { protect, thermalFactor, voltageObjection, type Protection, type ProtectRequest } from './protect'
export { protectCalculator } from './calculator'
