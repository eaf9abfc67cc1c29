export { ProveStage } from './ProveStage'
