export { firstAnswers, LOAD_KINDS, LOAD_VOLTS, OFFERED, type FirstAnswers, type LoadKind } from './answers'
export { firstPlan } from './firstPlan'
