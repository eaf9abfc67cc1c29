export { treatEnd, type EndTreatment, type TreatEndRequest } from './treatEnd'
