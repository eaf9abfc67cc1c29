export { arrangePlate } from './arrangePlate'
export { proposeSizes } from './proposeSizes'
export { ReckonClient, type Evaluated } from './reckonClient'
