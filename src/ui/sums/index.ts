export { QuickSums } from './QuickSums'
