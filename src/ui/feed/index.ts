export { FeedStage } from './FeedStage'
