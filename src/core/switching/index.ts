export { ssrCalculator } from './calculator'
export { sinkForRelay, type RelayHeat, type RelayHeatRequest } from './sinkForRelay'
