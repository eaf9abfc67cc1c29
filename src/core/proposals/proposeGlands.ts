import { footprint, intoEnclosure, meets, overlaps, reachOf, type Box3 } from '@/core/geometry'
import { GLAND_THREADS, glandThread, type GlandThread } from '@/core/reference'
import {
  newRaceway,
  type Command,
  type DeviceId,
  type EnclosureId,
  type FaceId,
  type Plan,
  type RacewayId,
} from '@/core/plan'
import {
  enclosureOf,
  leadsOut,
  racewayRect,
  routesOf,
  sideOf,
  terminalPoint,
  type LeadRoute,
  type Reckoning,
} from '@/core/figures'
import { bundleDiameter_mm } from '@/core/packing/circles'
import { clamps } from '@/core/routing/entries'

/** From the wall's edge, and nut to nut. */
const EDGE_mm = 12
const NUTS_APART_mm = 3
const BEHIND_mm = 25

export interface GlandProposal {
  readonly commands: readonly Command[]
  /** Leads for which the wall has no room left, or no gland is large enough. */
  readonly left: readonly DeviceId[]
}

/** What goes from things in a box to one thing outside, as far as nobody chose an opening for it. */
interface Leaving {
  readonly device: DeviceId
  readonly routes: readonly LeadRoute[]
}

function leavingBox(plan: Plan, enclosure: EnclosureId): readonly Leaving[] {
  const byDevice = new Map<DeviceId, LeadRoute[]>()
  for (const route of routesOf(plan).leads) {
    if (route.isOutside[0] === route.isOutside[1] || hasChosen(plan, route, enclosure)) continue
    const [inner, outer] = route.isOutside[0] ? [route.ends[1], route.ends[0]] : route.ends
    const at = terminalPoint(plan, inner.device, inner.terminal)
    if (!at || enclosureOf(at.region) !== enclosure) continue
    const list = byDevice.get(outer.device)
    if (list) list.push(route)
    else byDevice.set(outer.device, [route])
  }
  return [...byDevice].map(([device, routes]) => ({ device, routes }))
}

/** Whether a person, or an earlier proposal, chose where a lead leaves the box. */
function hasChosen(plan: Plan, { cable, wires }: LeadRoute, enclosure: EnclosureId): boolean {
  const chosen = (cable === null ? plan.wires[wires[0]!]!.route : plan.cables[cable]!.route) ?? []
  return chosen.some((id) => isExitOf(plan, id, enclosure))
}

const isExitOf = (plan: Plan, id: RacewayId | null, enclosure: EnclosureId): boolean => {
  const way = id === null ? undefined : plan.raceways[id]
  return way?.enclosure === enclosure && leadsOut(plan, way)
}

/** Whether all leads to a thing go out by openings that hold them, with nobody else in the same clamp. */
function isWellLed(plan: Plan, { routes }: Leaving, enclosure: EnclosureId): boolean {
  const { fills } = routesOf(plan)
  const own = new Set<string>(routes.map(({ id }) => id))
  return routes.every((route) => {
    const exit = route.parts.find(({ raceway }) => isExitOf(plan, raceway, enclosure))?.raceway
    if (!exit) return false
    const { kind, thread, hasInsert } = plan.raceways[exit]!
    const { leads, fill_percent, limit_percent } = fills.get(exit)!
    if (fill_percent !== null && fill_percent > limit_percent) return false
    const data = kind === 'gland' && thread !== null ? glandThread(thread) : null
    if (data === null || hasInsert === true) return true
    const cable_mm = bundleDiameter_mm(leads.map((id) => routesOf(plan).byId.get(id)!.od_mm))
    return leads.every((id) => own.has(id)) && clamps(data, cable_mm)
  })
}

function freeName(taken: Set<string>, wanted: string): string {
  let name = wanted
  for (let n = 2; taken.has(name); n += 1) name = `${wanted} ${n}`
  taken.add(name)
  return name
}

/**
 * Glands for what leaves a box and has no opening that holds it: those that are there and free are dealt out first, and no
 * lead is taken from where a person put it. Then the spares that the house rule keeps. Asked again it proposes nothing more.
 */
export function proposeGlands(plan: Plan, reckoning: Reckoning, enclosure: EnclosureId): GlandProposal {
  const box = plan.enclosures[enclosure]!
  const wall = Object.entries(box.faces).find(([, face]) => face!.kind === 'wall' && sideOf(face!) === 'bottom')
  if (!wall) return { commands: [], left: [] }
  const [faceKey, face] = wall
  const names = new Set(Object.values(plan.raceways).map((raceway) => raceway!.name))
  const wanted = leavingBox(plan, enclosure)
    .filter((leaving) => !isWellLed(plan, leaving, enclosure))
    .map(({ device, routes }) => {
      const cable_mm = bundleDiameter_mm(routes.map(({ od_mm }) => od_mm))
      return {
        device: device as DeviceId | null,
        routes,
        name: freeName(names, `${plan.devices[device]!.tag} leads`),
        gland:
          GLAND_THREADS.find((row) => row.family === 'M' && clamps(row, cable_mm)) ??
          GLAND_THREADS.find(({ family, clampMax_mm }) => family === 'M' && clampMax_mm >= cable_mm) ??
          null,
      }
    })
    .sort((a, b) => (b.gland?.nut_mm ?? 0) - (a.gland?.nut_mm ?? 0) || a.name.localeCompare(b.name))
  const spares =
    plan.practice.spareHoles -
    Object.values(plan.raceways).filter((raceway) => raceway!.enclosure === enclosure && raceway!.isBlanked).length
  const spareGland = GLAND_THREADS.find(({ size }) => size === 'M20')!
  for (let n = 0; n < spares; n += 1)
    if (wanted.length > 0)
      wanted.push({ device: null, routes: [], name: freeName(names, `Spare ${n + 1}`), gland: spareGland })
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
  for (const { x_mm, y_mm, shape } of face!.openings) {
    const { across_mm, down_mm } = reachOf(shape)
    taken.push({
      left_mm: x_mm - across_mm,
      right_mm: x_mm + across_mm,
      top_mm: y_mm - down_mm,
      bottom_mm: y_mm + down_mm,
    })
  }
  const commands: Command[] = []
  const left: DeviceId[] = []
  let n = 0
  for (const { device, routes, name, gland } of wanted) {
    const spot = gland && spotFor(gland)
    if (!spot) {
      if (device) left.push(device)
      continue
    }
    do n += 1
    while (Object.hasOwn(plan.raceways, `raceway:${enclosure.slice(10)}-gland${n}`))
    const id = `raceway:${enclosure.slice(10)}-gland${n}` as RacewayId
    commands.push({
      type: 'addRaceway',
      id,
      raceway: newRaceway({
        name,
        kind: 'gland',
        enclosure,
        width_mm: gland.thread_mm,
        height_mm: gland.thread_mm,
        length_mm: 30,
        thread: gland.size,
        at: { face: faceKey as FaceId, ...spot, axis: 'across' },
        isBlanked: device === null,
      }),
    })
    // Each lead goes through the gland that bears its name, and else as somebody chose.
    for (const { cable, wires } of routes) {
      const chosen = (cable === null ? plan.wires[wires[0]!]!.route : plan.cables[cable]!.route) ?? []
      const changes = { route: [...chosen, id] }
      commands.push(
        cable !== null ? { type: 'updateCable', id: cable, changes } : { type: 'updateWire', id: wires[0]!, changes },
      )
    }
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
