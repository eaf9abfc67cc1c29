/** What reads outside data into records of a plan; the only room of the plan that needs the schema package. */
export { command, COMMAND_TYPES } from './command'
export { device } from './device'
export { clientId, editRequest, keptCommands, type EditRequest } from './edit'
export * from './ids'
export {
  makeCable,
  makeDevice,
  makeEnclosure,
  makeFace,
  makeFitted,
  makePart,
  makeRaceway,
  type CableGiven,
  type DeviceGiven,
  type EnclosureGiven,
  type FaceGiven,
  type PartGiven,
  type RacewayGiven,
} from './make'
export { openingShape } from './opening'
export { parsePlan, type ParsedPlan } from './parsePlan'
export { part } from './part'
export { plan } from './plan'
export { wire } from './wire'
