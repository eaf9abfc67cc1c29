export { chooseFerrule, ferruleCalculator, type FerruleAnswer, type FerruleRequest } from './ferrule'
export { treatEnd, type EndTreatment, type TreatEndRequest } from './treatEnd'
