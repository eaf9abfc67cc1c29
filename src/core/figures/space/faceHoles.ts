import type { Hole } from '@/core/drilling'
import { turnPoint, turnShape } from '@/core/geometry'
import { glandThread, SCREW_DATA } from '@/core/reference'
import { givenTo, isSamePlace } from './givenHoles'
import type { DeviceId, Device, EnclosureId, Face, FaceId, Part, Plan, RacewayId } from '@/core/plan'

/** From the ends of a rail or duct to its outer screws; common practice. */
const END_SCREW_mm = 20
const RAIL_SCREW = 'M4' as const

/** Every hole of a face: of what stands on it, of glands, rails and ducts, and those that are there for their own sake. */
export function holesOfFace(plan: Plan, enclosure: EnclosureId, faceId: FaceId, face: Face): readonly Hole[] {
  const holes: Hole[] = []
  for (const [id, device] of Object.entries(plan.devices)) {
    const { place } = device!
    if (place.kind !== 'face' || place.enclosure !== enclosure || place.face !== faceId) continue
    const given = givenTo(face, id as DeviceId)
    const own = holesOfDevice(id as DeviceId, device!, plan.parts[device!.part]!, face.kind === 'plate', place)
    // A hole that is there already is drilled no second time.
    holes.push(...own.filter((hole) => !given.some((opening) => isSamePlace(opening, hole))))
  }
  for (const [id, raceway] of Object.entries(plan.raceways)) {
    const { at, kind, name, width_mm, length_mm, origin, thread, isBlanked } = raceway!
    if (!at || raceway!.enclosure !== enclosure || at.face !== faceId) continue
    const state =
      origin === 'remove' || isBlanked ? (origin === 'new' ? 'make' : 'blank') : origin === 'there' ? 'there' : 'make'
    const common = { owner: id as RacewayId, state, screw: null, nut_mm: null } as const
    if (kind === 'gland' || kind === 'grommet' || kind === 'conduit') {
      const data = thread ? glandThread(thread) : null
      holes.push({
        ...common,
        id,
        label: name,
        shape: { kind: 'round', diameter_mm: data?.hole_mm ?? width_mm },
        x_mm: at.x_mm,
        y_mm: at.y_mm,
        for: 'gland',
        nut_mm: data?.nut_mm ?? null,
      })
    } else if (kind === 'duct' && face.kind === 'plate') {
      holes.push(
        ...endScrews(at, length_mm, width_mm).map((point, i): Hole => ({
          ...common,
          id: `${id}#${i + 1}`,
          label: `${name} screw`,
          shape: { kind: 'round', diameter_mm: SCREW_DATA[RAIL_SCREW].hole_mm },
          ...point,
          for: 'fixing',
          screw: RAIL_SCREW,
        })),
      )
    }
  }
  for (const rail of face.rails ?? []) {
    holes.push(
      ...endScrews(rail, rail.length_mm, 0).map((point, i): Hole => ({
        id: `rail:${rail.id}#${i + 1}`,
        owner: `rail:${rail.id}`,
        label: `Rail ${rail.id} screw`,
        shape: { kind: 'round', diameter_mm: SCREW_DATA[RAIL_SCREW].hole_mm },
        ...point,
        for: 'fixing',
        state: 'make',
        screw: RAIL_SCREW,
        nut_mm: null,
      })),
    )
  }
  for (const opening of face.openings ?? []) {
    const isThere = opening.origin !== 'new'
    holes.push({
      id: `opening:${opening.id}`,
      owner: `opening:${opening.id}`,
      label: opening.name,
      shape: opening.shape,
      x_mm: opening.x_mm,
      y_mm: opening.y_mm,
      for: 'opening',
      state: !isThere
        ? 'make'
        : opening.use === 'blanked' || opening.use === 'spare' || opening.origin === 'remove'
          ? 'blank'
          : 'there',
      screw: null,
      nut_mm: null,
    })
  }
  return holes
}

function endScrews(
  at: { readonly x_mm: number; readonly y_mm: number; readonly axis: 'across' | 'down' },
  length_mm: number,
  width_mm: number,
): readonly { readonly x_mm: number; readonly y_mm: number }[] {
  const inset = Math.min(END_SCREW_mm, length_mm / 4)
  return [inset, length_mm - inset].map((along) =>
    at.axis === 'across'
      ? { x_mm: at.x_mm + along, y_mm: at.y_mm + width_mm / 2 }
      : { x_mm: at.x_mm + width_mm / 2, y_mm: at.y_mm + along },
  )
}

function holesOfDevice(
  id: DeviceId,
  device: Device,
  part: Part,
  isPlate: boolean,
  place: Extract<Device['place'], { kind: 'face' }>,
): readonly Hole[] {
  // What is clipped, taped or plugged wants no hole; a part for a wall on a plate is only held there.
  const isScrewed = !device.fixedWith || device.fixedWith === 'screws'
  return (part.cutouts ?? []).flatMap((cutout): Hole[] => {
    if ((cutout.for === 'fixing' && !isScrewed) || (isPlate && cutout.for !== 'fixing')) return []
    const by = turnPoint(cutout, place.rotation_deg)
    return [
      {
        id: `${id}/${cutout.id}`,
        owner: id,
        label: cutout.for === 'fixing' ? `${device.tag} ${cutout.screw ?? 'screw'}` : device.tag,
        shape: turnShape(cutout.shape, place.rotation_deg),
        x_mm: place.x_mm + by.x_mm,
        y_mm: place.y_mm + by.y_mm,
        for: cutout.for,
        screw: cutout.screw ?? null,
        nut_mm: cutout.for === 'body' ? (part.nut?.corners_mm ?? null) : null,
        state: device.origin === 'new' ? 'make' : device.origin === 'there' ? 'there' : 'blank',
      },
    ]
  })
}
