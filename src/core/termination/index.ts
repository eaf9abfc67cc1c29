export { chooseFerrule, ferruleCalculator, type FerruleAnswer, type FerruleRequest } from './ferrule'
export { treatEnd, type EndTreatment, type TreatEndRequest } from './treatEnd'
export {
  COMMON_TOOL,
  contactDie,
  dieFor,
  TOOL_KINDS,
  TOOL_OF,
  toolProfile,
  type DieChoice,
  type ToolKind,
  type ToolProfile,
} from './tools'
