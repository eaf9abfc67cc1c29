export { findFreeSpot } from './freeSpot'
export {
  contains,
  footprint,
  gapBetween,
  grow,
  overlaps,
  turnMargins,
  type Margins,
  type QuarterTurn,
  type Rect,
} from './rect'
export { MOST_PAIRS, RectIndex } from './rectIndex'
export {
  depthShared,
  intoEnclosure,
  meetingPairs,
  meets,
  roomToward,
  type Axis,
  type Box3,
  type Direction,
  type FaceSide,
} from './box3'
export {
  mirrorShape,
  outlineOf,
  reachOf,
  shapeWords,
  turnPoint,
  turnShape,
  webBetween,
  type HoleShape,
  type Point,
  type Stroke,
} from './holeShape'
export {
  ALIGNMENTS,
  alignRects,
  distributeRects,
  snapRect,
  type Alignment,
  type Snapped,
  type SnapRequest,
} from './snap'
