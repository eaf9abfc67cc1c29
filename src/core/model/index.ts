export { compile } from './compile'
export { drawAmount, drawPower_W } from './drawAmount'
export { fittedRating } from './fitted'
export { CONTACT_OHM, END_OHM, LEAST_WINDING_OHM, MOST_WINDING_OHM, upstream_ohm } from './jointOhm'
export { ELECTRONICS_OHM, leastDead_ohm } from './leastDead'
export { Groups } from './groups'
export { splitKey, terminalKey, type TerminalKey } from './keys'
export { moveMovers, startPositions } from './moveMovers'
export { networkOf, type NamedNetwork } from './networkOf'
export { isCoilHalfOpen } from './openCoil'
export { othersOn } from './othersOn'
export {
  areTogether,
  groupsBy,
  isEarth,
  isLive,
  passagesOn,
  reach,
  reachedFrom,
  stepsTo,
  wiresOn,
  type Reach,
  type Hop,
  type Step,
  type Steps,
} from './reach'
export { settle, type Conditions } from './settle'
export { allOn, situationOf, type Situation } from './situation'
export type { Potentials, Solution } from './solution'
export { sourcesOf, type Source } from './sources'
export type { Positions } from './structure'
export { changeOvers, waysFrom } from './waysFrom'
export type { Conductor, Model, ModelDevice, ModelDraw, Mover, Net, Passage, Potential } from './types'
