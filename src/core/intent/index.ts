export { chainOrders, dataChains, type ChainOrder, type DataChain } from './chains'
export { crossedRoles, type Crossed } from './crossed'
export { evidenceOf, hasPorts, portOf, type Evidence, type Place } from './place'
export { rolePairs, type RolePair, type Via } from './pairs'
export {
  kindOfKey,
  parseProgram,
  portNamed,
  settingLines,
  takeProgram,
  type ProgramLine,
  type SettingLine,
  type Taken,
} from './programList'
