export { useStock, type StockState } from './stockClient'
export { StockForm } from './StockForm'
