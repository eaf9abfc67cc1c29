import * as z from 'zod'
import { faceId } from './ids'
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
