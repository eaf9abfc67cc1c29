export { conductorAmpacity, type Ampacity, type AmpacityRequest } from './ampacity'
export { describeConductor, resistance_ohm_per_km, type ConductorRequest, type ConductorResult } from './conductor'
export { sizeConductor, voltageDrop, type Limit, type SizeConductorRequest, type Sizing } from './sizeConductor'
export { conductorCalculator, wireCalculator } from './calculator'
