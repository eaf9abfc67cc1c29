import { fittedRating } from '@/core/model'
import type { Change } from '../change'
import type { Near } from '../near'
import { pressed } from '../pressed'

/** A fuse of another kind than its holder takes. */
export function fuses({ plan, devices }: Near): readonly Change[] {
  return devices.flatMap((id) => {
    const device = plan.devices[id]!
    return plan.parts[device.part]!.links.flatMap((link) => {
      if (link.kind !== 'protective') return []
      const { family, rating_A, curve } = fittedRating(device, link)
      if (family === link.family || rating_A === null) return []
      return [
        pressed(
          `${device.tag} holds a fuse of another kind than it takes`,
          `Fit ${device.tag} with the kind that it takes`,
          [
            {
              type: 'fitRating',
              device: id,
              link: link.id,
              fitted: { family: link.family, rating_A, curve: curve ?? null },
            },
          ],
          1,
        ),
      ]
    })
  })
}
