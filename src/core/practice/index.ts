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
export { isStepDone, LESSON, lessonPlan, type LessonDone, type LessonMode, type LessonStep } from './lesson'
