export { bareMains, type BareMains } from './bareMains'
export { bridgeBetween, runsBy, takeOut } from './bridge'
export { Context, JoinedContext, joinedOf, LaidContext, laidOf, ofJoints, type JoinedNet, type WireAt } from './context'
export { hasDetour } from './detour'
export { farEnd, scenarioOf, shortAt, stillDrawing } from './harm'
export { openCoils } from './openCoils'
export {
  defineJoiningRule,
  defineLayingRule,
  defineRule,
  type Cause,
  type Finding,
  type Fix,
  type Harm,
  type JoiningRule,
  type LayingRule,
  type Reads,
  type Rule,
  type Severity,
  type Stage,
  type Subject,
  type Worded,
  type Wording,
} from './rule'
export { isLoose, isToOutside } from './outside'
export { powerOutputs } from './powerOutputs'
export { isolatedInputs } from './isolatedInputs'
export { hasLevel, hungOn, isOnRail, isReadByPin, isSentTo } from './senders'
export { PIN_SLACK, RATING_SLACK } from './slack'
export { isCommandable, isWorkedByHandOrHeat, passesThermostat, waysTo } from './commands'
export { leadList, leadName, leadSubject, leastLength, mm, motionOf, NO_DOUBT, wayName, waysOn } from './leadWords'
export { crossings, type Crossing } from './signalCrossings'
