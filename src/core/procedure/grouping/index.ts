export { planSteps } from './planSteps'
export { counted, tagList } from './tags'
