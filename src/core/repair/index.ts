export { evaluateWithCauses } from './evaluateWithCauses'
export { causeSteps, withCauses } from './search'
