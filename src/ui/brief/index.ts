export { BriefStage } from './BriefStage'
