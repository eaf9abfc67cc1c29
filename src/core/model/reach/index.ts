export { areTogether } from './commitment'
export { groupsBy } from './groups'
export { isEarth, isLive, passagesOn, reach, reachedFrom, stepsTo, wiresOn, type Reach } from './reach'
export { stepsOf, type Hop, type Step, type Steps } from './steps'
