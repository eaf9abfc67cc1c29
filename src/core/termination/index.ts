export { chooseFerrule, ferruleCalculator, type FerruleAnswer, type FerruleRequest } from './ferrule'
export { treatEnd, type EndTreatment, type TreatEndRequest } from './treatEnd'
export { toolProfile, type ToolProfile } from './toolProfile'
export { COMMON_TOOL, dieFor, TOOL_KINDS, TOOL_OF, type DieChoice, type ToolKind } from './tools'
