export { drillingMethod, type DrillingMethod } from './drillingMethod'
export { fixingFor, SCREW_LENGTHS_mm, type Fixing, type FixingRequest } from './fixings'
export { holeSpacing, type SpacingFault } from './holeSpacing'
export {
  CORNERS,
  holeTable,
  MM_PER_INCH,
  mmToInch,
  seenFrom,
  type Corner,
  type HoleRow,
  type SeenFrom,
} from './holeTable'
export { WALL_SUBSTANCES, type Hole, type WallSubstance } from './types'
