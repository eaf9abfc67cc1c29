export { useOwnParts } from './useOwnParts'
