export { arrangePlate } from './arrangePlate'
export { play, proposeSizes, tryEdit } from './askOnce'
export { ReckonClient, type Evaluated } from './reckonClient'
