export { solveCircuit } from './solveCircuit'
export type { CircuitElement, CircuitRequest, CircuitSolution } from './types'
