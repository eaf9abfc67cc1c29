export { areTogether, exclusiveMovers } from './commitment'
export { groupsBy } from './groups'
export {
  isEarth,
  isLive,
  passagesOn,
  reach,
  reachedFrom,
  stepsTo,
  wiresOn,
  type Question,
  type Reach,
  type Reached,
} from './reach'
export { stepsOf, type Hop, type Step, type Steps } from './steps'
