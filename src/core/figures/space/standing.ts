import { PLATE_STANDS_OFF_mm, sizeOfSide, type Device, type Enclosure, type FaceId, type Part } from '@/core/plan'
import { RAIL_TH35 } from '@/core/reference'
import { sideOf } from './faces'

/** Under a board on standoffs; common practice. */
export const STANDOFF_mm = 10

/** How far a device's underside stays off what it is mounted on. */
export function liftOf(device: Device, part: Part): number {
  if (device.fixedWith === 'tape' || device.fixedWith === 'glue' || device.fixedWith === 'ties') return 0
  return part.mounting === 'standoffs' ? STANDOFF_mm : part.mounting === 'rail' ? RAIL_TH35.height_mm : 0
}

/** What hangs in its lead takes no place that another wants: it lies where the lead lies, in a duct or beside a part. */
export const hangsInLead = ({ fixedWith }: Device, { mounting }: Part): boolean =>
  mounting === 'in-line' && fixedWith === null

/** Where a plate is in its enclosure, in the middle where nobody said. */
export function plateIn({ inner, faces }: Enclosure, face: FaceId) {
  const data = faces[face]!
  const { across_mm, down_mm } = sizeOfSide(sideOf(data), inner)
  return {
    left_mm: data.left_mm ?? (across_mm - data.width_mm) / 2,
    top_mm: data.top_mm ?? (down_mm - data.height_mm) / 2,
    standsOff_mm: data.standsOff_mm ?? PLATE_STANDS_OFF_mm,
  }
}
