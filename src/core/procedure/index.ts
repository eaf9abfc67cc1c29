export { BATCH_BY, batchesOf, savedWords, toolChanges, type Batch, type BatchBy } from './batches'
export { benchEnds, endId, type BenchEnd } from './ends'
export { FACTS_VERSION } from './facts'
export { factWordsOf } from './factWords'
export { firstReleaseFacts } from './firstRelease'
export { planSteps, stagedSteps, tagList } from './grouping'
export { draftEntry, MOST_PHOTOS, type LogDraft } from './draft'
export { deviation, logEntry, type Deviation, type LogEntry } from './logEntry'
export { limitWords } from './limitWords'
export { asMeterShows, OL_OHM, readingWords } from './meterFigure'
export { orderActs } from './orderActs'
export { planActs } from './planActs'
export {
  endStandings,
  impossibleReading,
  judgeReading,
  progressOf,
  type EndStatus,
  type SignOff,
  type Standing,
  type StepStatus,
} from './progress'
export { endsIn, unbuiltBefore } from './signing'
export {
  PHASES,
  TEST_GROUPS,
  type Act,
  type ActTest,
  type TestGroup,
  type ActEnd,
  type ExpectedReading,
  type Phase,
  type Step,
  type StepPlace,
} from './types'
export { chainOfSteps, eveningOf, paceOf, timeLeft, TOGETHER_WORDS, type EveningPart, type TimeLeft } from './evening'
