export { RouteStage } from './RouteStage'
