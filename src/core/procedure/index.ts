export { orderSteps } from './order'
export { planSteps } from './planSteps'
export { judgeReading, progressOf, type LogEntry, type SignOff, type StepStatus } from './progress'
export { PHASES, type ExpectedReading, type Phase, type Step } from './types'
