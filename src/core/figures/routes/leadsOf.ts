import { conductorOutside_mm, jacketOutside_mm } from '@/core/conductor'
import { roughBundle_mm } from '@/core/packing/circles'
import type { Access, Lead, LeadKind } from '@/core/routing'
import {
  landed,
  type CableId,
  type DeviceId,
  type Plan,
  type RacewayId,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'
import { between, enclosureOf, terminalPoint, type PlacedPoint } from './terminalPoints'
import { OPENINGS, type Ways } from './wayGraph'

export interface LeadEnd {
  readonly device: DeviceId
  readonly terminal: TerminalId
}

/** A cable, or a conductor by itself, with where it goes. */
export interface PlannedLead {
  /** `wire:…` or `cable:…`. */
  readonly id: WireId | CableId
  readonly cable: CableId | null
  readonly wires: readonly WireId[]
  readonly ends: readonly [LeadEnd, LeadEnd]
  readonly lead: Lead
  /** Where both ends are on faces; null where one is not placed. */
  readonly places: readonly [PlacedPoint | null, PlacedPoint | null]
  /** Which end is outside. */
  readonly isOutside: readonly [boolean, boolean]
  /** Its way outside was not measured: it is led to an opening, and no farther. */
  readonly isUnmeasured: boolean
  readonly rated_V: number
}

/** What a conductor is where nobody sized it yet. */
const UNSIZED = '1 mm²'

/** What is to be laid: cables as one, other conductors each by itself. What is not placed has no way and is left out. */
export function leadsOf(plan: Plan, ways: Ways, sizeOf: (wire: WireId) => string | null): readonly PlannedLead[] {
  const { wires, devices } = landed(plan)
  const ofCable = new Map<CableId, { id: WireId; wire: Wire }[]>()
  const singles: { id: WireId; wire: Wire }[] = []
  for (const [id, wire] of Object.entries(wires) as [WireId, Wire][]) {
    if (wire.origin === 'remove' || wire.from.kind !== 'terminal' || wire.to.kind !== 'terminal') continue
    if ([wire.from, wire.to].some((end) => end.kind === 'terminal' && devices[end.device]!.origin === 'remove'))
      continue
    if (wire.cable === null) {
      singles.push({ id, wire })
      continue
    }
    const list = ofCable.get(wire.cable)
    if (list) list.push({ id, wire })
    else ofCable.set(wire.cable, [{ id, wire }])
  }
  return [
    ...[...ofCable].flatMap(([cable, cores]) => knownLead(plan, ways, sizeOf, cable, cores) ?? []),
    ...singles.flatMap((single) => knownLead(plan, ways, sizeOf, null, [single]) ?? []),
  ]
}

interface Known {
  /** All that it was made from. */
  readonly from: readonly unknown[]
  readonly lead: PlannedLead | null
}

/** By the record of the cable or wire, and what its conductors are sized to. */
const known = new WeakMap<object, Map<string, Known>>()
const MOST_SIZINGS = 4

/** The same object as before as long as nothing that it is made from has changed. */
function knownLead(
  plan: Plan,
  ways: Ways,
  sizeOf: (wire: WireId) => string | null,
  cable: CableId | null,
  cores: readonly { readonly id: WireId; readonly wire: Wire }[],
): PlannedLead | null {
  const record: object = cable === null ? plan.wires[cores[0]!.id]! : plan.cables[cable]!
  const sizes = cores.map(({ id }) => sizeOf(id)).join('|')
  const from: unknown[] = [ways, plan.enclosures]
  for (const { id, wire } of cores) {
    from.push(plan.wires[id])
    for (const end of [wire.from, wire.to]) if (end.kind === 'terminal') standsOn(plan, end.device, from)
  }
  let bySizes = known.get(record)
  if (!bySizes) known.set(record, (bySizes = new Map()))
  const before = bySizes.get(sizes)
  if (before && before.from.length === from.length && before.from.every((each, i) => each === from[i]))
    return before.lead
  const lead = leadOf(plan, ways, sizeOf, cable, cores)
  if (bySizes.size >= MOST_SIZINGS) bySizes.clear()
  bySizes.set(sizes, { from, lead })
  return lead
}

/** A device with its part, and those that it is plugged onto. */
function standsOn(plan: Plan, id: DeviceId, found: unknown[]): void {
  let at: DeviceId | null = id
  for (let hop = 0; at !== null && hop < 5; hop += 1) {
    const device: Plan['devices'][DeviceId] = plan.devices[at]!
    found.push(device, plan.parts[device.part])
    at = device.place.kind === 'socket' ? device.place.device : null
  }
}

function leadOf(
  plan: Plan,
  ways: Ways,
  sizeOf: (wire: WireId) => string | null,
  cableId: CableId | null,
  cores: readonly { readonly id: WireId; readonly wire: Wire }[],
): PlannedLead | null {
  const first = cores[0]!
  const cable = cableId === null ? null : plan.cables[cableId]!
  const ends = [first.wire.from, first.wire.to] as unknown as readonly [LeadEnd, LeadEnd]
  const places = [place(plan, ends[0]), place(plan, ends[1])] as const
  const isOutside = [isField(plan, ends[0].device), isField(plan, ends[1].device)] as const
  // Nobody said where it stands.
  if (places.some((each, k) => each === null && !isOutside[k])) return null
  const boxes = places.map((at) => (at ? enclosureOf(at.region) : null))
  const isApart = boxes[0] && boxes[1] && boxes[0] !== boxes[1] && !ways.areJoined(boxes[0], boxes[1])
  const isUnmeasured = isApart === true || ends.some(({ device }, k) => isOutside[k] && !ways.isMeasured(device))
  const [a, b] = ends.map((end, k): readonly Access[] => {
    const own = places[k]
    // What is plugged into a wall from outside needs no opening.
    if (own && isOutside[1 - k] && isInWall(plan, end.device))
      return [{ kind: 'vertex', vertex: ways.outsideOf(boxes[k]!), length_mm: 0 }]
    if (own && isApart && k === 1) return [{ kind: 'vertex', vertex: ways.outsideOf(boxes[0]!), length_mm: 0 }]
    if (own) return ways.accessOf(own)
    if (ways.isMeasured(end.device)) return [{ kind: 'vertex', vertex: ways.ofDevice(end.device), length_mm: 0 }]
    // As far as the nearest box of the other end.
    const box = boxes[1 - k] ?? null
    return box === null ? [] : [{ kind: 'vertex', vertex: ways.outsideOf(box), length_mm: 0 }]
  }) as unknown as readonly [readonly Access[], readonly Access[]]
  const kind = kindOf(plan, cores)
  const route = cable?.route ?? first.wire.route
  // What joins two things in a box stays in it, however near its holes are; unless a person sends it out by one.
  const isWithin = boxes[0] !== null && boxes[0] === boxes[1] && !route?.some((id) => isExit(plan, id))
  const avoids = isWithin ? ways.outsideOf(boxes[0]!) : null
  const within = (all: readonly Access[]) =>
    all.filter((access) => access.kind !== 'vertex' || access.vertex !== avoids)
  const isJacketed = cable !== null || first.wire.jacket === 'jacketed'
  return {
    id: cableId ?? first.id,
    cable: cableId,
    wires: cores.map(({ id }) => id),
    ends,
    places,
    isOutside,
    isUnmeasured,
    rated_V: Math.min(...cores.map(({ wire }) => wire.rated_V)),
    lead: {
      id: cableId ?? first.id,
      od_mm:
        cable?.od_mm ??
        outsideOf(
          cores.map(({ id, wire }) => wire.size ?? sizeOf(id) ?? UNSIZED),
          isJacketed,
        ),
      kind,
      isJacketed,
      a: within(a),
      b: within(b),
      direct_mm: directOf(places),
      only: route && route.length > 0 ? new Set(route) : null,
      bundle: isJacketed
        ? null
        : ends
            .map(({ device }) => device)
            .sort()
            .join(' '),
      avoids,
    },
  }
}

/** An opening that leads out: one joined to another leads behind the plate. */
const isExit = (plan: Plan, id: RacewayId): boolean => {
  const way = plan.raceways[id]
  return way !== undefined && OPENINGS.has(way.kind) && way.joins.length === 0
}

const place = (plan: Plan, { device, terminal }: LeadEnd) => terminalPoint(plan, device, terminal)

const isField = (plan: Plan, id: DeviceId): boolean => {
  const { place: at } = plan.devices[id]!
  return at.kind === 'field' || (at.kind === 'socket' && isField(plan, at.device))
}

/** Set into a wall or a door: its far side is outside. */
function isInWall(plan: Plan, id: DeviceId): boolean {
  const { place: at, part } = plan.devices[id]!
  if (at.kind !== 'face' || plan.parts[part]!.mounting !== 'panel') return false
  return plan.enclosures[at.enclosure]?.faces[at.face]?.kind !== 'plate'
}

/** Along the walls and plates of one box or one door, as the axes run. */
const directOf = ([a, b]: readonly [PlacedPoint | null, PlacedPoint | null]): number | null =>
  a && b && a.region === b.region ? between(a.point, b.point) : null

/** Of conductors with a jacket about them, or of one by itself. */
function outsideOf(sizes: readonly string[], isJacketed: boolean): number {
  const cores_mm = roughBundle_mm(sizes.map(conductorOutside_mm))
  return Math.round((isJacketed ? jacketOutside_mm(cores_mm) : cores_mm) * 100) / 100
}

/** What it carries: of several the one that others mind most. */
function kindOf(plan: Plan, cores: readonly { readonly wire: Wire }[]): LeadKind {
  const kinds = new Set(cores.map(({ wire }) => coreKind(plan, wire)))
  return (['mains', 'motor', 'probe', 'signal', 'power', 'earth'] as const).find((kind) => kinds.has(kind)) ?? 'signal'
}

function coreKind(plan: Plan, { function: fn, from, to }: Wire): LeadKind {
  if (fn === 'L' || fn === 'N') return 'mains'
  if (fn === 'PE') return 'earth'
  const ends = [from, to].flatMap((end) => (end.kind === 'terminal' ? [end] : []))
  const kinds = ends.map(({ device }) => plan.parts[plan.devices[device]!.part]!.behaviour.kind)
  const functions = ends.map(
    ({ device, terminal }) => plan.parts[plan.devices[device]!.part]!.terminals[terminal]?.function,
  )
  if (fn === 'V+' || fn === 'V-') return 'power'
  if (functions.includes('FE')) return 'earth'
  if (functions.some((each) => each === 'coil-A' || each === 'coil-B') || kinds.includes('motor')) return 'motor'
  return kinds.some((kind) => kind === 'sensor' || kind === 'encoder') ? 'probe' : 'signal'
}
