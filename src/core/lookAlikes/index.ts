export { lookAlikes, lookAlikeSteps, stillThere, type LookAlike, type Outcome } from './lookAlikes'
export { lookAlikeFindings, REMEDIES, setRemedy } from './findings'
export { statesTried } from './statesTried'
