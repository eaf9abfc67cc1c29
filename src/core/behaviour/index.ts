export { fedDevices, fedHazards } from './fed'
export { feedWays, type FeedWay } from './feedWays'
export { heldButtons, idleHeld, workedPositions } from './hands'
export {
  CONTROL_CASES,
  reckonSafeStates,
  type ControlCase,
  type SafeStateReckoning,
  type SafeVerdict,
} from './safeStates'
export { deadOutlets } from './deadOutlets'
export { fedByOwnCommand, type OwnCommand } from './ownCommand'
export { settled } from './solved'
export { isHazard, mayBeHazard, reckonStops, type StopReckoning } from './stops'
export { Behaviour, type BehaviourColumn, type BehaviourTable } from './behaviour'
export { isRunning, ROW_GROUPS, type BehaviourCell, type BehaviourRow, type RowGroup } from './rows'
export { SITUATION_GROUPS, type SituationGroup } from './situations'
