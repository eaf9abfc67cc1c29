export { proposeSizes } from './proposeSizes'
export { ReckonClient, type Evaluated } from './reckonClient'
