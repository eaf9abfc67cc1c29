import { holeSpacing } from '@/core/drilling'
import { contains, footprint, grow, MOST_PAIRS, overlaps, RectIndex, turnMargins } from '@/core/geometry'
import type { DeviceId, EnclosureId, FaceId, Plan, RacewayId } from '@/core/plan'
import { holesOfFace } from './faceHoles'
import { racewayRect, sideOf } from './faces'
import { hangsInLead } from './standing'
import type { FaceReckoning } from '../types'

/** Every face with what stands on it: bodies, the room about them, ducts, holes, and what is in whose way. */
export function reckonFaces(plan: Plan): FaceReckoning[] {
  const placed = new Map<string, FaceReckoning['items'][number][]>()
  for (const [id, device] of Object.entries(plan.devices)) {
    const { place } = device!
    if (place.kind !== 'face' || device!.origin === 'remove') continue
    const part = plan.parts[device!.part]!
    const body = footprint(part.body, place)
    const key = `${place.enclosure} ${place.face}`
    const hangs = hangsInLead(device!, part)
    const room = hangs ? body : grow(body, turnMargins(part.clearance_mm, place.rotation_deg))
    const item = { device: id as DeviceId, body, room, hangs }
    const list = placed.get(key)
    if (list) list.push(item)
    else placed.set(key, [item])
  }
  const ducts = new Map<string, FaceReckoning['raceways'][number][]>()
  for (const [id, raceway] of Object.entries(plan.raceways)) {
    const body = racewayRect(raceway!)
    if (!body || raceway!.origin === 'remove') continue
    const key = `${raceway!.enclosure} ${raceway!.at!.face}`
    const list = ducts.get(key)
    if (list) list.push({ raceway: id as RacewayId, body })
    else ducts.set(key, [{ raceway: id as RacewayId, body }])
  }
  return Object.entries(plan.enclosures).flatMap(([enclosure, box]) =>
    Object.entries(box!.faces).map(([face, data]): FaceReckoning => {
      const { width_mm, height_mm } = data!
      const items = placed.get(`${enclosure} ${face}`) ?? []
      const standing = items.filter(({ hangs }) => !hangs)
      const raceways = ducts.get(`${enclosure} ${face}`) ?? []
      const whole = { left_mm: 0, top_mm: 0, right_mm: width_mm, bottom_mm: height_mm }
      const index = new RectIndex<number>()
      standing.forEach(({ body }, i) => index.add(i, body))
      const { overlapping, crowded } = neighboursOf(standing, index)
      const holes = holesOfFace(plan, enclosure as EnclosureId, face as FaceId, data!)
      const made = new Set(holes.flatMap(({ id, state }) => (state === 'make' ? [id] : [])))
      return {
        enclosure: enclosure as EnclosureId,
        face: face as FaceId,
        side: sideOf(data!),
        isPlate: data!.kind === 'plate',
        items,
        raceways,
        overlapping,
        crowded,
        onRaceway: raceways
          .flatMap(({ raceway, body }) => index.touching(body).map((i) => [standing[i]!.device, raceway] as const))
          .slice(0, MOST_PAIRS),
        crossing: crossings(plan, raceways),
        outside: standing.filter(({ body }) => !contains(whole, body)).map(({ device }) => device),
        holes,
        // What is there already is judged only where something new comes near it.
        spacing:
          data!.kind === 'plate'
            ? []
            : holeSpacing({
                holes,
                face: data!,
                material: box!.wall.material,
                thickness_mm: box!.wall.thickness_mm,
              }).filter((fault) => fault.holes.some((id) => made.has(id))),
      }
    }),
  )
}

type Items = FaceReckoning['items']

/** Which parts stand in one another, and which in the room that another wants. */
function neighboursOf(items: Items, index: RectIndex<number>): Pick<FaceReckoning, 'overlapping' | 'crowded'> {
  const overlapping: [DeviceId, DeviceId][] = []
  const crowded: [DeviceId, DeviceId][] = []
  for (const [i, item] of items.entries()) {
    if (overlapping.length + crowded.length >= MOST_PAIRS) break
    for (const j of index.touching(item.room)) {
      if (i === j) continue
      const other = items[j]!
      if (!overlaps(item.body, other.body)) crowded.push([item.device, other.device])
      else if (i < j) overlapping.push([item.device, other.device])
      if (overlapping.length + crowded.length >= MOST_PAIRS) break
    }
  }
  return { overlapping, crowded }
}

/** Ducts that run the same way and lie on one another. */
function crossings(plan: Plan, raceways: FaceReckoning['raceways']): FaceReckoning['crossing'] {
  const index = new RectIndex<number>()
  raceways.forEach(({ body }, i) => index.add(i, body))
  const pairs: (readonly [RacewayId, RacewayId])[] = []
  const axisOf = (raceway: RacewayId) => plan.raceways[raceway]!.at!.axis
  for (const [i, one] of raceways.entries()) {
    if (pairs.length >= MOST_PAIRS) break
    const others = index.touching(one.body).filter((j) => j > i && axisOf(raceways[j]!.raceway) === axisOf(one.raceway))
    for (const j of others.sort((a, b) => a - b).slice(0, MOST_PAIRS - pairs.length))
      pairs.push([one.raceway, raceways[j]!.raceway])
  }
  return pairs
}
