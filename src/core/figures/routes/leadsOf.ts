import { conductorOutside_mm, jacketOutside_mm } from '@/core/conductor'
import { bundleOf } from '@/core/packing/circles'
import type { Access, Lead, LeadKind } from '@/core/routing'
import { landed, type CableId, type DeviceId, type Plan, type TerminalId, type Wire, type WireId } from '@/core/plan'
import { between, terminalPoint, type PlacedPoint } from './terminalPoints'
import { FREE_mm, type Ways } from './wayGraph'

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
    ...[...ofCable].flatMap(([cable, cores]) => leadOf(plan, ways, sizeOf, cable, cores) ?? []),
    ...singles.flatMap((single) => leadOf(plan, ways, sizeOf, null, [single]) ?? []),
  ]
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
  const isUnmeasured = ends.some(({ device }, k) => isOutside[k] && !ways.isMeasured(device))
  const [a, b] = ends.map((end, k): readonly Access[] => {
    const own = places[k]
    if (own) return ways.accessOf(own)
    if (ways.isMeasured(end.device)) return [{ kind: 'vertex', vertex: ways.ofDevice(end.device), length_mm: 0 }]
    // As far as the nearest box of the other end.
    const other = places[1 - k]
    const box = other ? (other.region.split('|')[0] as never) : null
    return box === null ? [] : [{ kind: 'vertex', vertex: ways.outsideOf(box), length_mm: 0 }]
  }) as unknown as readonly [readonly Access[], readonly Access[]]
  const kind = kindOf(plan, cores)
  const route = cable?.route ?? first.wire.route
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
      a,
      b,
      direct_mm: directOf(ways, places),
      only: route && route.length > 0 ? new Set(route) : null,
    },
  }
}

const place = (plan: Plan, { device, terminal }: LeadEnd) => terminalPoint(plan, device, terminal)

const isField = (plan: Plan, id: DeviceId): boolean => {
  const { place: at } = plan.devices[id]!
  return at.kind === 'field' || (at.kind === 'socket' && isField(plan, at.device))
}

/** Neighbours are joined straight; so is what lies in a box where no way is drawn. */
function directOf(ways: Ways, [a, b]: readonly [PlacedPoint | null, PlacedPoint | null]): number | null {
  if (!a || !b || a.region !== b.region) return null
  const apart_mm = between(a.point, b.point)
  return apart_mm <= FREE_mm || !ways.hasWays(a.region) ? apart_mm : null
}

const outsides = new Map<string, number>()

/** Of conductors with a jacket about them, or of one by itself. */
function outsideOf(sizes: readonly string[], isJacketed: boolean): number {
  const key = `${isJacketed} ${[...sizes].sort().join('|')}`
  let found = outsides.get(key)
  if (found === undefined) {
    const items = sizes.map((size) => ({ od_mm: conductorOutside_mm(size), count: 1 }))
    const cores_mm = items.length === 1 ? items[0]!.od_mm : bundleOf(items, 'glance').result.diameter_mm
    found = Math.round((isJacketed ? jacketOutside_mm(cores_mm) : cores_mm) * 100) / 100
    if (outsides.size > 2000) outsides.clear()
    outsides.set(key, found)
  }
  return found
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
  if (functions.some((each) => each === 'coil-A' || each === 'coil-B') || kinds.includes('motor')) return 'motor'
  return kinds.some((kind) => kind === 'sensor' || kind === 'encoder') ? 'probe' : 'signal'
}
