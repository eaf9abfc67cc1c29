export { cutsCalculator } from './calculator'
export { planCuts, type CutAnswer } from './planCuts'
export type { CutRequest, PieceLength, StockLength } from './types'
