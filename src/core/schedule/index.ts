export { criticalChain, type Chain } from './chain'
export { learnPace, type Timed } from './pace'
export { CHANGE_MIN, planEvening } from './planEvening'
export type { Evening, Slot, Work } from './types'
