export {
  bundleDiameter_mm,
  bundleOf,
  leadArea_mm2,
  leadCount,
  leadWords,
  type BundleAnswer,
  type LeadItem,
} from './bundle'
export { bundleCalculator, leadItems } from './calculator'
export { packCircles, type PackedCircles } from './packCircles'
export { drawer } from './drawer'
export { roughBundle_mm } from './rough'
