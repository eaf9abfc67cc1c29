export { PixelChart } from './PixelChart'
