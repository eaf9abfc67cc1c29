import { footprint, intoEnclosure, meets, overlaps, type Box3 } from '@/core/geometry'
import { GLAND_THREADS, type GlandThread } from '@/core/reference'
import { wireSize } from '@/core/quantity'
import {
  landed,
  type Command,
  type DeviceId,
  type EnclosureId,
  type FaceId,
  type Plan,
  type RacewayId,
} from '@/core/plan'
import { racewayRect, sideOf, type Reckoning } from '@/core/figures'

/** Insulation about a conductor, and how loosely a bundle lies; common practice. */
const INSULATION_mm = 0.8
const STRANDING = 1.15
const BUNDLING = 1.2
/** From the wall's edge, and nut to nut. */
const EDGE_mm = 12
const NUTS_APART_mm = 3
const BEHIND_mm = 25

/** Outside of an insulated conductor: its copper as a stranded round, and its insulation. Common practice. */
export function wireOutside_mm(size: string): number {
  return 2 * Math.sqrt(wireSize(size).area_mm2 / Math.PI) * STRANDING + 2 * INSULATION_mm
}

export interface GlandProposal {
  readonly commands: readonly Command[]
  /** Leads for which the wall has no room left, or no gland is large enough. */
  readonly left: readonly DeviceId[]
}

/** A gland for the leads of every device outside, side by side in the bottom wall, and the spares that the house rule keeps. */
export function proposeGlands(plan: Plan, reckoning: Reckoning, enclosure: EnclosureId): GlandProposal {
  const box = plan.enclosures[enclosure]!
  const wall = Object.entries(box.faces).find(([, face]) => face!.kind === 'wall' && sideOf(face!) === 'bottom')
  if (!wall) return { commands: [], left: [] }
  const [faceKey, face] = wall
  const leads = new Map<DeviceId, number[]>()
  for (const [id, wire] of Object.entries(landed(plan).wires)) {
    const ends = [wire!.from, wire!.to].flatMap((end) => (end.kind === 'terminal' ? [end.device] : []))
    const outside = ends.filter((device) => plan.devices[device]!.place.kind === 'field')
    if (outside.length !== 1 || ends.length !== 2 || wire!.origin === 'remove') continue
    const size = reckoning.wires[id as never]?.size
    leads.set(outside[0]!, [...(leads.get(outside[0]!) ?? []), size ? wireOutside_mm(size) : 2.5])
  }
  const named = new Set(
    Object.values(plan.raceways).flatMap((raceway) =>
      raceway!.enclosure === enclosure && raceway!.kind === 'gland' ? [raceway!.name] : [],
    ),
  )
  const wanted = [...leads]
    .flatMap(([device, ods]) => {
      const name = `${plan.devices[device]!.tag} leads`
      if (named.has(name)) return []
      const cable_mm = BUNDLING * Math.sqrt(ods.reduce((sum, od) => sum + od * od, 0))
      return [
        {
          device: device as DeviceId | null,
          name,
          gland:
            GLAND_THREADS.find(
              ({ family, clampMin_mm, clampMax_mm }) =>
                family === 'M' && clampMin_mm <= Math.max(cable_mm, 3) && clampMax_mm >= cable_mm,
            ) ??
            GLAND_THREADS.find(({ family, clampMax_mm }) => family === 'M' && clampMax_mm >= cable_mm) ??
            null,
        },
      ]
    })
    .sort((a, b) => (b.gland?.nut_mm ?? 0) - (a.gland?.nut_mm ?? 0) || a.name.localeCompare(b.name))
  const spares =
    plan.practice.spareHoles -
    Object.values(plan.raceways).filter((raceway) => raceway!.enclosure === enclosure && raceway!.isBlanked).length
  const spareGland = GLAND_THREADS.find(({ size }) => size === 'M20')!
  for (let n = 0; n < spares; n += 1)
    if (wanted.length > 0) wanted.push({ device: null, name: `Spare ${n + 1}`, gland: spareGland })
  const bodies: Box3[] =
    reckoning.spaces.find((space) => space.enclosure === enclosure)?.bodies.map(({ box: body }) => body) ?? []
  const taken = [
    ...Object.values(plan.raceways).flatMap((raceway) =>
      raceway!.enclosure === enclosure && raceway!.at?.face === faceKey ? [racewayRect(raceway!)!] : [],
    ),
    ...Object.values(plan.devices).flatMap((device) =>
      device!.place.kind === 'face' && device!.place.enclosure === enclosure && device!.place.face === faceKey
        ? [footprint(plan.parts[device!.part]!.body, device!.place)]
        : [],
    ),
  ]
  const commands: Command[] = []
  const left: DeviceId[] = []
  let n = 0
  for (const { device, name, gland } of wanted) {
    const spot = gland && spotFor(gland)
    if (!spot) {
      if (device) left.push(device)
      continue
    }
    do n += 1
    while (Object.hasOwn(plan.raceways, `raceway:${enclosure.slice(10)}-gland${n}`))
    commands.push({
      type: 'addRaceway',
      id: `raceway:${enclosure.slice(10)}-gland${n}` as RacewayId,
      raceway: {
        name,
        kind: 'gland',
        enclosure,
        width_mm: gland.thread_mm,
        height_mm: gland.thread_mm,
        length_mm: 30,
        fillLimit_percent: 100,
        bendRadius_mm: null,
        travel_mm: null,
        joins: [],
        origin: 'new',
        thread: gland.size,
        at: { face: faceKey as FaceId, ...spot, axis: 'across' },
        isBlanked: device === null,
      },
    })
  }
  return { commands, left }

  /** Row by row from the front of the wall, nut beside nut, where nothing inside is in its way. */
  function spotFor({ nut_mm }: GlandThread): { readonly x_mm: number; readonly y_mm: number } | null {
    const half = nut_mm / 2
    for (let y_mm = Math.ceil(EDGE_mm + half); y_mm <= face!.height_mm - EDGE_mm - half; y_mm += 5) {
      for (let x_mm = Math.ceil(EDGE_mm + half); x_mm <= face!.width_mm - EDGE_mm - half; x_mm += 1) {
        const rect = {
          left_mm: x_mm - half - NUTS_APART_mm,
          right_mm: x_mm + half + NUTS_APART_mm,
          top_mm: y_mm - half - NUTS_APART_mm,
          bottom_mm: y_mm + half + NUTS_APART_mm,
        }
        if (taken.some((other) => overlaps(other, rect))) continue
        const behind = intoEnclosure('bottom', false, rect, [0, BEHIND_mm], box.inner, {
          left_mm: 0,
          top_mm: 0,
          standsOff_mm: 0,
        })
        if (bodies.some((body) => meets(body, behind))) continue
        taken.push({ left_mm: x_mm - half, right_mm: x_mm + half, top_mm: y_mm - half, bottom_mm: y_mm + half })
        return { x_mm, y_mm }
      }
    }
    return null
  }
}
