export { SortHead } from './SortHead'
