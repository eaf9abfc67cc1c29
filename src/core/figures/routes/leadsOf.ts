import { conductorOutside_mm, jacketOutside_mm } from '@/core/conductor'
import { roughBundle_mm } from '@/core/packing/circles'
import type { Access, Lead, LeadKind } from '@/core/routing'
import {
  hostOf,
  landed,
  type CableId,
  type DeviceId,
  type Plan,
  type RacewayId,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'
import { alongWalls_mm } from './alongWalls'
import { enclosureOf, terminalPoint, type PlacedPoint } from './terminalPoints'
import { leadsOut, type Ways } from './wayGraph'

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

/** A cable with its cores, or a conductor by itself, as it is entered. */
interface Entered {
  readonly cable: CableId | null
  readonly cores: readonly { readonly id: WireId; readonly wire: Wire }[]
  /** The devices at its ends, and those that they are plugged onto. */
  readonly stands: readonly DeviceId[]
}

/** A lead that was made, and what it was made for. */
interface Made {
  readonly entered: Entered
  readonly sizes: string
  readonly lead: PlannedLead | null
}

interface Last {
  readonly plan: Plan
  readonly made: readonly Made[]
}

/** By the ways that there are; the last few, since leads are laid before and after they are sized. */
const lasts = new WeakMap<Ways, Last[]>()
const MOST_LASTS = 6

/**
 * What is to be laid: cables as one, other conductors each by itself. What is not placed has no way and is left out. A lead is
 * the same object as before as long as nothing that it is made from has changed.
 */
export function leadsOf(plan: Plan, ways: Ways, sizeOf: (wire: WireId) => string | null): readonly PlannedLead[] {
  const known = lasts.get(ways) ?? []
  lasts.set(ways, known)
  const before = known.filter((last) => last.plan.enclosures === plan.enclosures && last.plan.parts === plan.parts)
  const isSame = before.map((last) => sameDevices(last.plan, plan))
  const twin = before.findIndex((last) => hasSameLeads(last.plan, plan))
  const entered = before[twin]?.made.map((each) => each.entered) ?? enter(plan)
  const maps: ReadonlyMap<string, Made>[] = []
  const byKey = (i: number) => (maps[i] ??= new Map(before[i]!.made.map((each) => [keyOf(each.entered), each])))
  const isKept = (own: Made, each: Entered, sizes: string, i: number): boolean => {
    const isSameCable = each.cable === null || before[i]!.plan.cables[each.cable] === plan.cables[each.cable]
    return own.sizes === sizes && isSameCable && isEnteredAlike(own.entered, each) && each.stands.every(isSame[i]!)
  }
  const made = entered.map((each, place): Made => {
    const sizes =
      each.cores.length === 1 ? `${sizeOf(each.cores[0]!.id)}` : each.cores.map(({ id }) => sizeOf(id)).join('|')
    // The same leads as before stand in the same order.
    const beside = before[twin]?.made[place]
    if (beside && isKept(beside, each, sizes, twin)) return beside
    for (let i = 0; i < before.length; i += 1) {
      const own = byKey(i).get(keyOf(each))
      if (own && isKept(own, each, sizes, i)) return own
    }
    return { entered: each, sizes, lead: leadOf(plan, ways, sizeOf, each.cable, each.cores) }
  })
  known.unshift({ plan, made })
  if (known.length > MOST_LASTS) known.length = MOST_LASTS
  return made.flatMap(({ lead }) => lead ?? [])
}

const keyOf = ({ cable, cores }: Entered): string => cable ?? cores[0]!.id

/** Whether the same wires end at the same devices. */
const isEnteredAlike = (one: Entered, other: Entered): boolean =>
  one === other ||
  (one.cores.length === other.cores.length &&
    one.cores.every(({ wire }, i) => wire === other.cores[i]!.wire) &&
    one.stands.length === other.stands.length &&
    one.stands.every((device, i) => device === other.stands[i]))

const hasSameLeads = (one: Plan, other: Plan): boolean =>
  one.cables === other.cables && landed(one).wires === landed(other).wires && sameOrigins(one, other)

/** Whether a device is the same record in both. */
const sameDevices =
  (one: Plan, other: Plan) =>
  (id: DeviceId): boolean =>
    one.devices[id] === other.devices[id]

/** Whether the same devices stay, on the same hosts. */
function sameOrigins(one: Plan, other: Plan): boolean {
  if (one.devices === other.devices) return true
  const ids = Object.keys(other.devices) as DeviceId[]
  return (
    ids.length === Object.keys(one.devices).length &&
    ids.every((id) => {
      const [a, b] = [one.devices[id], other.devices[id]!]
      return (
        a === b ||
        (a !== undefined && a.origin === b.origin && a.part === b.part && hostOf(a.place) === hostOf(b.place))
      )
    })
  )
}

function enter(plan: Plan): readonly Entered[] {
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
  const entry = (cable: CableId | null, cores: Entered['cores']): Entered => ({
    cable,
    cores,
    stands: cores.flatMap(({ wire }) =>
      [wire.from, wire.to].flatMap((end) => (end.kind === 'terminal' ? standsOn(plan, end.device) : [])),
    ),
  })
  return [
    // A cable is led by its first core, whichever was entered first.
    ...[...ofCable].map(([cable, cores]) =>
      entry(
        cable,
        [...cores].sort((a, b) => (a.id < b.id ? -1 : 1)),
      ),
    ),
    ...singles.map((single) => entry(null, [single])),
  ]
}

/** A device and those that it is plugged onto. */
function standsOn(plan: Plan, id: DeviceId): readonly DeviceId[] {
  const found: DeviceId[] = []
  for (let at: DeviceId | null = id, hop = 0; at !== null && hop < 5; hop += 1) {
    found.push(at)
    at = hostOf(plan.devices[at]!.place)
  }
  return found
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
      direct_mm: directOf(plan, places),
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

const isExit = (plan: Plan, id: RacewayId): boolean => {
  const way = plan.raceways[id]
  return way !== undefined && leadsOut(plan, way)
}

const place = (plan: Plan, { device, terminal }: LeadEnd) => terminalPoint(plan, device, terminal)

const isField = (plan: Plan, id: DeviceId): boolean => {
  const { place: at } = plan.devices[id]!
  const host = hostOf(at)
  return at.kind === 'field' || (host !== null && isField(plan, host))
}

/** Set into a wall or a door: its far side is outside. */
function isInWall(plan: Plan, id: DeviceId): boolean {
  const { place: at, part } = plan.devices[id]!
  if (at.kind !== 'face' || plan.parts[part]!.mounting !== 'panel') return false
  return plan.enclosures[at.enclosure]?.faces[at.face]?.kind !== 'plate'
}

/** Along the walls and plates of one box or one door. */
const directOf = (plan: Plan, [a, b]: readonly [PlacedPoint | null, PlacedPoint | null]): number | null =>
  a && b && a.region === b.region ? alongWalls_mm(plan.enclosures[enclosureOf(a.region)]!, a, b) : null

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
