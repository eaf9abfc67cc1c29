export { pixelsCalculator } from './calculator'
export { pixelVolts, runPixels, type PixelRun, type PixelRunRequest } from './pixelRun'
