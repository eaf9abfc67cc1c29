export {
  DIFFICULTIES,
  hideFault,
  isSameFault,
  referenceRun,
  scoreOf,
  type Difficulty,
  type DrillScore,
  type RunStep,
} from './drill'
