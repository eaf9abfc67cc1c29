export { readStockFile, stockFileText, type ReadStockFile } from './stockFile'
