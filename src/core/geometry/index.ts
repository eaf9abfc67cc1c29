export { findFreeSpot } from './freeSpot'
export { contains, footprint, grow, overlaps, turnMargins, type Margins, type QuarterTurn, type Rect } from './rect'
export { RectIndex } from './rectIndex'
