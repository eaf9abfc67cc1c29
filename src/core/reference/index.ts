export { cite, SOURCES, type SourceRef } from './sources'
export { CLASS5_OHM_PER_KM, COPPER_OHM_MM2_PER_M, COPPER_PER_K } from './copper'
export {
  AMPACITY,
  ELECTRONICS_PAIRS,
  BASES,
  IEC_AMBIENT_C,
  IEC_HOT_AMBIENT,
  NEC_CONTINUOUS_SHARE,
  NEC_SMALL_PROTECTION_A,
  NEC_STANDARD_RATINGS_A,
  SMALL_CONDUCTORS,
  type AmpacityTable,
  type Basis,
  type CorrectionTable,
} from './ampacity'
export {
  CURVES,
  DEVICE_FAMILIES,
  FAMILIES,
  OVERLOAD_FACTOR,
  offeredRatings_A,
  familiesFor,
  type Curve,
  type DeviceFamily,
  type FamilyData,
} from './protectiveDevices'
export { TIME_CURRENT, type CurvePoint, type TimeCurrentBand } from './timeCurrent'
export { earthConductorFor, type EarthRule } from './earthConductor'
export {
  FERRULES,
  FERRULE_CODES,
  customaryArea_mm2,
  ferruleSizeFor,
  sleeveFor,
  twinSleeve_mm,
  type FerruleCode,
  type FerruleRow,
} from './ferrules'
export { clampPull, crimpPull, type PullForce } from './pullForces'
export {
  CONNECTOR_FAMILIES,
  familyNamed,
  plugPasses_mm,
  type ConnectorFamily,
  type ConnectorFamilyId,
} from './connectorFamilies'
export { INSULATED_CRIMPS, type InsulatedCrimp } from './insulatedCrimps'
export { GLAND_THREADS, glandThread, type GlandThread } from './glandThreads'
export {
  RACK_PANEL_mm,
  RACK_UNIT_mm,
  RAIL_TH35,
  SCREW_DATA,
  SCREWS,
  STEP_BIT_mm,
  type ScrewData,
  type ScrewSize,
} from './hardware'
