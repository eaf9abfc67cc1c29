export { useStock, type StockState } from './stockClient'
