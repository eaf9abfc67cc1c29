export { lookAlikes, stillThere, type LookAlike, type Outcome } from './lookAlikes'
export { lookAlikeFindings, REMEDIES, setRemedy } from './findings'
