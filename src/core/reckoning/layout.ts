import { contains, footprint, grow, overlaps, RectIndex, turnMargins } from '@/core/geometry'
import type { DeviceId, EnclosureId, FaceId, Plan } from '@/core/plan'
import type { FaceReckoning } from './types'

/** Every face with what stands on it: bodies, the room about them, and what is in whose way. */
export function reckonFaces(plan: Plan): FaceReckoning[] {
  const placed = new Map<string, FaceReckoning['items'][number][]>()
  for (const [id, device] of Object.entries(plan.devices)) {
    const { place } = device!
    if (place.kind !== 'face' || device!.origin === 'remove') continue
    const part = plan.parts[device!.part]!
    const body = footprint(part.body, place)
    const key = `${place.enclosure} ${place.face}`
    const item = { device: id as DeviceId, body, room: grow(body, turnMargins(part.clearance_mm, place.rotation_deg)) }
    placed.set(key, [...(placed.get(key) ?? []), item])
  }
  return Object.entries(plan.enclosures).flatMap(([enclosure, box]) => Object.entries(box!.faces).map(([face, { width_mm, height_mm }]): FaceReckoning => {
    const items = placed.get(`${enclosure} ${face}`) ?? []
    const whole = { left_mm: 0, top_mm: 0, right_mm: width_mm, bottom_mm: height_mm }
    const index = new RectIndex<number>()
    items.forEach(({ body }, i) => index.add(i, body))
    const overlapping: [DeviceId, DeviceId][] = []
    const crowded: [DeviceId, DeviceId][] = []
    items.forEach((item, i) => {
      for (const j of index.touching(item.room)) {
        if (i === j) continue
        const other = items[j]!
        if (overlaps(item.body, other.body)) {
          if (i < j) overlapping.push([item.device, other.device])
        } else crowded.push([item.device, other.device])
      }
    })
    return { enclosure: enclosure as EnclosureId, face: face as FaceId, items, overlapping, crowded, outside: items.filter(({ body }) => !contains(whole, body)).map(({ device }) => device) }
  }))
}
