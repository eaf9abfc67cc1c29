export { planSteps, stagedSteps } from './planSteps'
export { tagList } from './tags'
