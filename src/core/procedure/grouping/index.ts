export { planSteps } from './planSteps'
export { tagList } from './tags'
