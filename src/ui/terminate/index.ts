export { TerminateStage } from './TerminateStage'
