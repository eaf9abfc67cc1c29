export { arrangePlate } from './arrangePlate'
export { play, proposeLeading, proposeSizes, proposeWires, tryEdit } from './askOnce'
export { ReckonClient, type Evaluated } from './reckonClient'
export { workOutSum } from './workOutSum'
