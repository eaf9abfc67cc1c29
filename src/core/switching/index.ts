export { ssrCalculator } from './calculator'
export {
  contactFitness,
  LOAD_KINDS,
  wearYears,
  type ContactFitness,
  type ContactLoad,
  type ContactRatings,
  type LoadKind,
} from './contacts'
export { sinkForRelay, type RelayHeat, type RelayHeatRequest } from './sinkForRelay'
