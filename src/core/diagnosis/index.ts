export { observationOf, type CaseReading, type SeenWrong } from './caseReading'
export {
  dictionaryOf,
  dictionarySteps,
  patternOf,
  SEEN_LETTERS,
  solveAll,
  valueAt,
  type Dictionary,
} from './dictionary'
export { diagnose, FOUND, type Diagnosis, type NamedCandidate, type NamedSuggestion } from './diagnose'
export { FAULT_KINDS, faultsOf, type Fault, type FaultKind } from './faults'
export { beliefs, candidatesOf, signatureOf, suggest, type Observation } from './session'
export { situationNamed, SITUATIONS, type ExtraPoint, type SituationName, type Watched } from './tests'
export { pointWords, SITUATION_WORDS, valueWords, watchedWords } from './words'
