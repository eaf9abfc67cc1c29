export { passageGuard } from './settled/guards'
export { circuitFigures, reckon, spaceFigures } from './reckon'
export { presentOf, type Present } from './present'
export { routesOf, settlePlan, stateSolutions, type SettledPlan } from './settled/settlePlan'
export { amperes, driverOf, moduleFor, socketFor } from './switching/driverOf'
export { PLAYED } from './switching/played'
export { drawnIn, playScenario, type Scenario, type Short } from './switching/scenario'
export { loadKindOf } from './switching/switches'
export type * from './types'
export type { EndTreatment } from '@/core/termination'
export { racewayRect, sideOf } from './space/faces'
export { plateIn } from './space/standing'
export { boxAt, hostedIn, turnSide } from './space/space'
export { holesOfFace } from './space/faceHoles'
export { fitsHole, givenTo, isSamePlace, wantedHoles } from './space/givenHoles'
export {
  cutLength,
  explainLength,
  hasSurplus,
  wantedOf,
  type LeadRoute,
  type Routes,
  type WayFill,
} from './routes/routes'
export {
  isLeaf,
  pointOn,
  terminalOnFace,
  terminalPoint,
  enclosureOf,
  type FacePoint,
  type PlacedPoint,
  type Point,
} from './routes/terminalPoints'
export { service_mm } from './routes/service'
export { alongWalls_mm } from './routes/alongWalls'
export { courseOf, courseOnFaces, type FaceStrand, type Strand } from './routes/course'
export { coversOn, type CoverOn } from './routes/covers'
export { leadsOut, lengthOfWay, OPENINGS, reckonHinge } from './routes/wayGraph'
export { routeFigures, type LeadFigure, type RouteFigures, type WayFigure } from './routes/routeFigures'
export { leakOf, leaksOn, type Leak } from './supply/leaks'
export { carries_A } from './supply/mains'
