export { labelCsv, pagesSvg } from './labelFiles'
