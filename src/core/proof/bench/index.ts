export { alteration, altogether, AS_PLANNED, type Alteration } from './alteration'
export { benchOf, nodeName, outletName, type Bench, type BenchSolution } from './bench'
export type { BenchBranch } from './branches'
export { explainReading, type Explained } from './explain'
export {
  measure,
  METER_OHM,
  OPEN_OHM,
  readOhms,
  readVolts,
  saysOf,
  SHORT_OHM,
  SOUNDS_OHM,
  type OhmsReading,
  type Probe,
  type Reading,
  type VoltsReading,
} from './meter'
