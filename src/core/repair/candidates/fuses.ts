import { circuitFigures } from '@/core/figures'
import { fittedRating } from '@/core/model'
import { formatNumber } from '@/core/quantity'
import type { Change } from '../change'
import type { Near } from '../near'
import { pressed } from '../pressed'

/** A fuse of another kind than its holder takes, or of far more amperes than what hangs on it wants. */
export const fuses = (near: Near): readonly Change[] => [...otherKinds(near), ...smaller(near)]

/** Of a fuse that does not go where it is said to be: one that carries what hangs on it. */
function smaller({ plan, devices, rule }: Near): readonly Change[] {
  if (rule !== 'fuse-misfits') return []
  return circuitFigures(plan).protective.flatMap(({ device: id, link, rating_A, advised_A }): readonly Change[] => {
    if (!devices.includes(id) || rating_A === null || advised_A === null || advised_A >= rating_A) return []
    const { fitted, tag } = plan.devices[id]!
    const own = fitted[link]
    if (!own) return []
    const [now, wanted] = [rating_A, advised_A].map((amperes) => `${formatNumber(amperes)} A`)
    return [
      pressed(
        `${tag} holds ${now} where ${wanted} carry what hangs on it`,
        `Fit ${wanted} in ${tag}`,
        [{ type: 'fitRating', device: id, link, fitted: { ...own, rating_A: advised_A } }],
        1.1,
      ),
    ]
  })
}

function otherKinds({ plan, devices }: Near): readonly Change[] {
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
