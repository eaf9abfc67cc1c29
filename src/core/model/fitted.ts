import type { Device, Link } from '@/core/plan'
import type { Curve, DeviceFamily } from '@/core/reference'

/** What sits in a fuse holder or breaker place of a device: what was fitted, else what the part comes with. */
export function fittedRating(
  device: Device,
  link: Extract<Link, { kind: 'protective' }>,
): { readonly family: DeviceFamily; readonly rating_A: number | null; readonly curve?: Curve } {
  const fitted = (
    device.fitted as Readonly<
      Record<string, { readonly family: DeviceFamily; readonly rating_A: number; readonly curve: Curve | null }>
    >
  )[link.id]
  if (!fitted) return { family: link.family, rating_A: link.rating_A }
  const { family, rating_A, curve } = fitted
  return { family, rating_A, ...(curve ? { curve } : {}) }
}
