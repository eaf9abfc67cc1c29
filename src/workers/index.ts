export { ReckonClient, type Evaluated } from './reckonClient'
