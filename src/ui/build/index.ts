export { BuildStage } from './BuildStage'
