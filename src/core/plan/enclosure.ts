import * as z from 'zod'
import { faceId, type FaceId } from './ids'
import { length_mm, name, origin } from './fields'

export const face = z.strictObject({
  name: name(),
  kind: z.enum(['plate', 'wall', 'door', 'ceiling']),
  width_mm: length_mm(),
  height_mm: length_mm(),
})

/** A box, an open frame, a rack shelf or a machine base, with its faces. */
export const enclosure = z.strictObject({
  name: name(),
  kind: z.enum(['box', 'open-frame', 'rack-shelf', 'machine-base']),
  inner: z.strictObject({ width_mm: length_mm(), height_mm: length_mm(), depth_mm: length_mm() }),
  wall: z.strictObject({ material: z.enum(['painted-steel', 'stainless', 'aluminium', 'plastic', 'wood']), thickness_mm: length_mm() }),
  sealed: z.boolean(),
  /** Free on all sides, or its back on a wall; taken as the latter, which is the warmer, where left out. */
  mounting: z.enum(['free', 'wall']).optional(),
  origin,
  faces: z.record(faceId, face),
})

export type Enclosure = z.output<typeof enclosure>

/** The faces of a box: its mounting plate, the door, and the walls as large as the box is inside. */
export function standardFaces({ width_mm, height_mm, depth_mm }: Enclosure['inner']): Enclosure['faces'] {
  return {
    ['face:plate' as FaceId]: { name: 'Plate', kind: 'plate', width_mm, height_mm },
    ['face:door' as FaceId]: { name: 'Door', kind: 'door', width_mm, height_mm },
    ['face:left' as FaceId]: { name: 'Left wall', kind: 'wall', width_mm: depth_mm, height_mm },
    ['face:right' as FaceId]: { name: 'Right wall', kind: 'wall', width_mm: depth_mm, height_mm },
    ['face:top' as FaceId]: { name: 'Top wall', kind: 'wall', width_mm, height_mm: depth_mm },
    ['face:bottom' as FaceId]: { name: 'Bottom wall', kind: 'wall', width_mm, height_mm: depth_mm },
  }
}
