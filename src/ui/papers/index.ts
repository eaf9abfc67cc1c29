export { PapersStage } from './PapersStage'
