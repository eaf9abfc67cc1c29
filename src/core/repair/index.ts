export { causeSteps, withCauses } from './search'
