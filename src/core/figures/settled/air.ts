import { hostOf } from '@/core/plan'
import type { Conductor, Model } from '@/core/model'
import { splitKey } from '@/core/model'
import type { DeviceId, EnclosureId, Plan } from '@/core/plan'

/** How warm the air is about each device: by box where the heat sum found it warmer, else by the house rule. */
export interface Air {
  at(device: DeviceId): number
  /** About a wire: the warmer of its ends. */
  along(conductor: Pick<Conductor, 'from' | 'to'>): number
  /** The warmest of all, and where nothing is said. */
  readonly warmest_C: number
}

/** Modules on boards on boards: nothing sits deeper. */
const MOST_HOPS = 8

/** The box that each device loses its heat in; null for what is in none. */
export function boxesOf({ plan, devices }: Model): ReadonlyMap<DeviceId, EnclosureId | null> {
  const boxes = Object.entries(plan.enclosures).filter(
    ([, enclosure]) => enclosure!.kind === 'box' && enclosure!.origin !== 'remove',
  )
  const only = boxes.length === 1 ? (boxes[0]![0] as EnclosureId) : null
  const boxOf = new Map<DeviceId, EnclosureId | null>(
    devices.map(({ id, device }) => [
      id,
      device.origin === 'remove' || device.place.kind === 'field' || !('enclosure' in device.place)
        ? null
        : (device.place.enclosure ?? only),
    ]),
  )
  // In the box of what they sit on, which may sit on something in turn.
  const byId = new Map(devices.map(({ id, device }) => [id, device]))
  for (const { id, device } of devices) {
    let at = device
    for (let hop = 0, host = hostOf(at.place); host !== null && hop < MOST_HOPS; hop += 1, host = hostOf(at.place)) {
      const next = byId.get(host)
      if (!next) break
      at = next
      boxOf.set(id, boxOf.get(host) ?? null)
    }
  }
  return boxOf
}

/** What the air inside is taken for: as the house rule says, and never cooler than the air outside. */
export const expectedInside_C = ({ practice, site }: Plan): number => Math.max(practice.inside_C, site.ambient_C)

/** @param warmer what the heat sum found, of the boxes in which it is more than the house rule */
export function airOf(model: Model, warmer: ReadonlyMap<EnclosureId, number>): Air {
  const inside_C = expectedInside_C(model.plan)
  const boxOf = boxesOf(model)
  const at = (device: DeviceId) => {
    const box = boxOf.get(device) ?? null
    return box === null ? inside_C : (warmer.get(box) ?? inside_C)
  }
  return {
    at,
    along: ({ from, to }) => Math.max(at(splitKey(from).device), at(splitKey(to).device)),
    warmest_C: Math.max(inside_C, ...warmer.values()),
  }
}
