import { contains, footprint, grow, meets, overlaps, type Box3, type Rect } from '@/core/geometry'
import type { ArrangeItem, ArrangePull, ArrangeRequest, Arrangement } from '@/core/packing'
import {
  factsOf,
  landed,
  newRaceway,
  type Command,
  type Device,
  type DeviceId,
  type Enclosure,
  type EnclosureId,
  type FaceId,
  type Part,
  type Plan,
  type RacewayId,
} from '@/core/plan'
import { boxAt, racewayRect, sideOf, type Reckoning } from '@/core/figures'

/** Wiring duct proposed between rows: wide enough for a hand, low enough for the box. Common practice. */
const DUCT = { width_mm: 30, height_mm: 40 } as const
/** From the plate's edge. */
const EDGE_mm = 5
/** Open mains and boards apart, with a little over the rule. */
const APART_mm = 27
const TRIES = 4000
const WALL_STEP_mm = 5
/** Behind a part in a wall, for its own leads and those of what is there. */
const BEHIND_mm = 25
/** About a part in a wall, for its frame and a finger. */
const WALL_GAP_mm = 12
/** From a wall's edge to the nearest cut-out. */
const WALL_EDGE_mm = 14

type FacePlace = Extract<Device['place'], { kind: 'face' }>

/** Where plates of an enclosure are, and which devices wait for it. */
function waitingFor(
  plan: Plan,
  enclosure: EnclosureId,
): readonly { readonly id: DeviceId; readonly device: Device; readonly part: Part }[] {
  const boxes = Object.values(plan.enclosures).filter((box) => box!.origin !== 'remove').length
  return (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(([id, device]) => {
    const { place, origin } = device
    const part = plan.parts[device.part]!
    const isHere =
      place.kind === 'unplaced' && (place.enclosure === enclosure || (place.enclosure === null && boxes === 1))
    // Metal that hands touch is the box itself; what hangs loose in its leads has no place on a plate.
    return isHere && origin !== 'remove' && part.behaviour.kind !== 'exposed-metal' && part.mounting !== 'plugs-on'
      ? [{ id, device, part }]
      : []
  })
}

export interface ArrangeTask {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly request: ArrangeRequest
  /** Parts for walls and doors, which the rows leave out. */
  readonly panel: readonly DeviceId[]
}

/** What the arranging of a plate starts from: the waiting parts, what stands already, and who pulls at whom. Null where there is no plate. */
export function arrangeTask(plan: Plan, reckoning: Reckoning, enclosure: EnclosureId, seed = 7): ArrangeTask | null {
  const box = plan.enclosures[enclosure]
  const plate = Object.entries(box?.faces ?? {}).find(([, face]) => face!.kind === 'plate')
  if (!box || !plate) return null
  const [faceKey, face] = plate
  const waiting = waitingFor(plan, enclosure)
  const functions = new Map<DeviceId, Set<string>>()
  for (const wire of Object.values(landed(plan).wires))
    for (const end of [wire!.from, wire!.to])
      if (end.kind === 'terminal')
        functions.set(end.device, (functions.get(end.device) ?? new Set()).add(wire!.function))
  const heat = new Map(
    reckoning.boxes.flatMap(({ losses, worstState }) =>
      worstState === null ? [] : losses.map(({ device, loss_W }) => [device, loss_W[worstState]!] as const),
    ),
  )
  const items = waiting
    .filter(({ part }) => part.mounting !== 'panel')
    .map(({ id, part }): ArrangeItem => {
      const isMains = ['L', 'N'].some((fn) => functions.get(id)?.has(fn)) && part.behaviour.kind !== 'supply'
      return {
        id,
        width_mm: part.body.width_mm,
        height_mm: part.body.height_mm,
        margins: roomAsked(part),
        isRailed: part.mounting === 'rail',
        isMains,
        isSignal: functions.get(id)?.has('signal') === true && !isMains,
        heat_W: heat.get(id) ?? 0,
        isCool: factsOf(part).isElectronics,
      }
    })
  const own = reckoning.faces.find((each) => each.enclosure === enclosure && each.face === faceKey)
  const standing = [
    ...(own?.items ?? [])
      .filter(({ hangs }) => !hangs)
      .map(({ device, room }) => ({ id: device as string, rect: room })),
    ...(own?.raceways ?? []).map(({ raceway, body }) => ({ id: raceway as string, rect: body })),
  ]
  const inRows = new Set<string>([...items.map(({ id }) => id), ...standing.map(({ id }) => id)])
  const anchor = (id: DeviceId) => anchorOf(plan, box, face!, id)
  const pulls = Object.values(landed(plan).wires).flatMap((wire): ArrangePull[] => {
    if (wire!.from.kind !== 'terminal' || wire!.to.kind !== 'terminal') return []
    const [from, to] = [wire!.from.device, wire!.to.device]
    if (from === to || (!inRows.has(from) && !inRows.has(to))) return []
    return [{ a: inRows.has(from) ? from : anchor(from), b: inRows.has(to) ? to : anchor(to), weight: 1 }]
  })
  // Warm air gathers under the top: a thermostat wants to be there.
  for (const { id, part } of waiting)
    if (part.behaviour.kind === 'thermostat') pulls.push({ a: id, b: { x_mm: face!.width_mm / 2, y_mm: 0 }, weight: 4 })
  return {
    enclosure,
    face: faceKey as FaceId,
    panel: waiting.filter(({ part }) => part.mounting === 'panel').map(({ id }) => id),
    request: {
      face: { width_mm: face!.width_mm, height_mm: face!.height_mm },
      items,
      standing,
      pulls,
      duct_mm: DUCT.width_mm,
      edge_mm: EDGE_mm,
      apart_mm: APART_mm,
      seed,
      tries: TRIES,
    },
  }
}

/** The room a part asks for on the plate: its clearance, its vents and its exits. */
export function roomAsked(part: Part): ArrangeItem['margins'] {
  const room = { ...part.clearance_mm }
  // Ducts let plugs and air by: the rows' own gaps serve for exits.
  for (const { side, room_mm } of [...(part.vents ?? []), ...(part.exits ?? [])])
    if (side !== 'front' && side !== 'back') room[side] = Math.max(room[side], room_mm)
  const { top, right, bottom, left } = room
  return { top, right, bottom, left }
}

/** Where a lead to something off the plate leaves it: toward its wall, else down to the glands. */
function anchorOf(
  plan: Plan,
  box: Enclosure,
  plate: Enclosure['faces'][FaceId],
  id: DeviceId,
): { readonly x_mm: number; readonly y_mm: number } {
  const { place } = plan.devices[id]!
  const below = { x_mm: plate.width_mm / 2, y_mm: plate.height_mm }
  if (place.kind !== 'face' || !box.faces[place.face]) return below
  switch (sideOf(box.faces[place.face]!)) {
    case 'left':
      return { x_mm: 0, y_mm: place.y_mm }
    case 'right':
      return { x_mm: plate.width_mm, y_mm: place.y_mm }
    case 'top':
      return { x_mm: place.x_mm, y_mm: 0 }
    case 'front':
    case 'back':
      return { x_mm: place.x_mm, y_mm: place.y_mm }
    default:
      return { x_mm: place.x_mm, y_mm: plate.height_mm }
  }
}

/** Walls in the order in which a part of a kind is looked for a place; switches and screens face the person. */
const WALLS: Readonly<Record<string, readonly string[]>> = {
  fan: ['right', 'left', 'top', 'front'],
  'mains-inlet': ['left', 'bottom', 'right'],
  switch: ['left', 'right', 'front'],
  outlet: ['left', 'right', 'bottom'],
  'emergency-stop': ['front', 'right'],
  button: ['front', 'right'],
  screen: ['front'],
  lamp: ['front'],
  'outside-source': ['right', 'bottom', 'left'],
}

/** An arrangement as edits: parts, rails and ducts on the plate, and what belongs into walls put where nothing is behind it. */
export function arrangeEdits(
  plan: Plan,
  task: ArrangeTask,
  { places, rails, ducts }: Arrangement,
): { readonly commands: readonly Command[]; readonly left: readonly DeviceId[] } {
  const { enclosure, face } = task
  const box = plan.enclosures[enclosure]!
  const commands: Command[] = []
  const moved = new Map<DeviceId, FacePlace>()
  for (const [id, at] of Object.entries(places))
    moved.set(id as DeviceId, { kind: 'face', enclosure, face, ...at, rotation_deg: 0 })
  const plate = box.faces[face]!
  if (rails.length > 0) {
    const taken = new Set((plate.rails ?? []).map(({ id }) => id))
    const fresh = rails.map((rail) => {
      let n = 1
      while (taken.has(`r${n}`)) n += 1
      taken.add(`r${n}`)
      return { id: `r${n}`, ...rail, axis: 'across' as const }
    })
    for (const rail of fresh) commands.push({ type: 'putRail', enclosure, face, rail })
  }
  let n = 0
  for (const duct of ducts) {
    do n += 1
    while (Object.hasOwn(plan.raceways, `raceway:${enclosure.slice(10)}-duct${n}`))
    commands.push({
      type: 'addRaceway',
      id: `raceway:${enclosure.slice(10)}-duct${n}` as RacewayId,
      raceway: newRaceway({
        name: `Duct ${n}`,
        kind: 'duct',
        enclosure,
        ...DUCT,
        length_mm: duct.length_mm,
        at: { face, x_mm: duct.x_mm, y_mm: duct.y_mm, axis: 'across' },
      }),
    })
  }
  const bodies: Box3[] = [...[...moved].map(([id, place]) => boxAt(plan, id, place))]
  for (const [id, device] of Object.entries(plan.devices))
    if (device!.place.kind === 'face' && device!.place.enclosure === enclosure && device!.origin !== 'remove')
      bodies.push(boxAt(plan, id as DeviceId, device!.place))
  const left: DeviceId[] = []
  for (const id of [...task.panel].sort((a, b) => areaOf(plan, b) - areaOf(plan, a))) {
    const place = wallPlace(plan, enclosure, id, moved, bodies)
    if (!place) {
      left.push(id)
      continue
    }
    moved.set(id, place)
    bodies.push(boxAt(plan, id, place))
  }
  for (const [id, place] of moved) commands.push({ type: 'moveDevice', id, place })
  return {
    commands,
    left: [
      ...left,
      ...task.request.items.filter(({ id }) => !Object.hasOwn(places, id)).map(({ id }) => id as DeviceId),
    ],
  }
}

function areaOf(plan: Plan, id: DeviceId): number {
  const { width_mm, height_mm } = plan.parts[plan.devices[id]!.part]!.body
  return width_mm * height_mm
}

/** The first place in the walls a part is looked for, from the bottom up (fans from the top down), where it covers nothing and meets nothing behind. */
function wallPlace(
  plan: Plan,
  enclosure: EnclosureId,
  id: DeviceId,
  moved: ReadonlyMap<DeviceId, FacePlace>,
  bodies: readonly Box3[],
): FacePlace | null {
  const box = plan.enclosures[enclosure]!
  const part = plan.parts[plan.devices[id]!.part]!
  const isFan = part.behaviour.kind === 'fan'
  const wanted = WALLS[part.behaviour.kind] ?? ['front', 'right', 'left', 'bottom']
  const walls = Object.entries(box.faces)
    .filter(([, data]) => data!.kind !== 'plate')
    .sort(([, a], [, b]) => rank(wanted, sideOf(a!)) - rank(wanted, sideOf(b!)))
  for (const [face, data] of walls) {
    if (!wanted.includes(sideOf(data!))) continue
    const taken: Rect[] = [
      ...[
        ...moved.entries(),
        ...Object.entries(plan.devices).flatMap(([other, device]) =>
          device!.place.kind === 'face' ? [[other as DeviceId, device!.place] as const] : [],
        ),
      ]
        .filter(([, place]) => place.enclosure === enclosure && place.face === face)
        .map(([other, place]) => footprint(plan.parts[plan.devices[other]!.part]!.body, place)),
      ...Object.values(plan.raceways).flatMap((raceway) =>
        raceway!.enclosure === enclosure && raceway!.at?.face === face ? [racewayRect(raceway!)!] : [],
      ),
    ]
    const whole = {
      left_mm: WALL_EDGE_mm,
      top_mm: WALL_EDGE_mm,
      right_mm: data!.width_mm - WALL_EDGE_mm,
      bottom_mm: data!.height_mm - WALL_EDGE_mm,
    }
    const heights = Array.from({ length: Math.floor(data!.height_mm / WALL_STEP_mm) }, (_, i) => i * WALL_STEP_mm)
    for (const y_mm of isFan ? heights : heights.reverse()) {
      for (let x_mm = WALL_STEP_mm; x_mm < data!.width_mm; x_mm += WALL_STEP_mm) {
        const place: FacePlace = { kind: 'face', enclosure, face: face as FaceId, x_mm, y_mm, rotation_deg: 0 }
        const rect = footprint(part.body, place)
        const spaced = grow(rect, { top: WALL_GAP_mm, right: WALL_GAP_mm, bottom: WALL_GAP_mm, left: WALL_GAP_mm })
        if (!contains(whole, rect) || taken.some((other) => overlaps(other, spaced))) continue
        const behind = inflate(
          boxAt(plan, id, place),
          (part.vents ?? []).find(({ side }) => side === 'back')?.room_mm ?? BEHIND_mm,
        )
        if (!bodies.some((other) => meets(other, behind))) return place
      }
    }
  }
  return null
}

const rank = (wanted: readonly string[], side: string) => wanted.indexOf(side) + 1 || 99

const inflate = ({ x, y, z }: Box3, by_mm: number): Box3 => ({
  x: [x[0] - by_mm, x[1] + by_mm],
  y: [y[0], y[1]],
  z: [z[0] - by_mm, z[1] + by_mm],
})
