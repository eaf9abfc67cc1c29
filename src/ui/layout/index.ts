export { LayoutStage } from './LayoutStage'
