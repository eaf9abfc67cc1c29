export { findBridges } from './bridges'
export { circuitCalculator } from './calculator'
export {
  KIND_NAMES,
  NetworkBuilder,
  type Network,
  type NetworkNames,
  type NetworkSolution,
  type NetworkValues,
} from './network'
export { solveCircuit } from './solveCircuit'
export { LinearStructure, TIE_OHM, type ChangedNetwork, type Changes, type LinearNetwork } from './linear'
export { prepareNetwork, solveNetwork, type PreparedNetwork } from './solveNetwork'
export type { CircuitElement, CircuitRequest, CircuitSolution } from './types'
