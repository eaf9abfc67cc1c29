import { coversOn, type CoverOn, type LeadRoute, type Routes } from '@/core/figures'
import type { Plan, RacewayId, Raceway } from '@/core/plan'
import { roughBundle_mm } from '@/core/packing/circles'
import { formatNumber } from '@/core/quantity'
import { coverName } from './coverWords'

export type HoldKind = 'tie' | 'clip' | 'clamp' | 'wrap' | 'cover' | 'drip-loop'

/** What holds a bundle at a place, or protects it over a length. */
export interface Hold {
  readonly kind: HoldKind
  readonly raceway: RacewayId | null
  readonly leads: readonly LeadRoute['id'][]
  /** Of what they hold. */
  readonly bundle_mm: number
  readonly count: number
  /** Of wrap; 0 for what is counted. */
  readonly length_mm: number
  /** Along its way, where each sits. */
  readonly at_mm: readonly number[]
  readonly why: string
  /** What it is bought as, where that is not by its bundle. */
  readonly what?: string
}

/** From hold to hold by the bundle's diameter: thin ones sag. Common practice. */
export function holdSpacing_mm(bundle_mm: number): number {
  return bundle_mm < 6 ? 150 : bundle_mm < 12 ? 200 : bundle_mm < 25 ? 250 : 300
}
/** The first and the last hold are so near the ends. */
const NEAR_END_mm = 40
/** Upright in a duct, so that nothing slides down. */
const UPRIGHT_mm = 300
/** What is shorter needs no hold of its own. */
const SHORT_mm = 100

/** Holds along a length: one near each end, and no farther apart than the spacing. */
export function along(length_mm: number, spacing_mm: number): readonly number[] {
  if (length_mm <= 2 * NEAR_END_mm) return [length_mm / 2]
  const inner = length_mm - 2 * NEAR_END_mm
  const gaps = Math.max(1, Math.ceil(inner / spacing_mm - 1e-9))
  return Array.from({ length: gaps + 1 }, (_, k) => NEAR_END_mm + (inner * k) / gaps)
}

/** Where every bundle is tied, clipped, clamped and wrapped. */
export function holdsOf(plan: Plan, routes: Routes): readonly Hold[] {
  const holds: Hold[] = []
  const longest = longestIn(routes)
  for (const { raceway, leads, fullest } of routes.fills.values()) {
    if (leads.length === 0) continue
    const way = plan.raceways[raceway]!
    const bundle_mm = roughBundle_mm(fullest.map((id) => routes.byId.get(id)!.od_mm))
    holds.push(...onWay(plan, raceway, way, leads, bundle_mm, longest.get(raceway) ?? 0))
  }
  holds.push(...coversOn(plan, routes).map(coverHold))
  holds.push(...throughTheAir(routes))
  return holds
}

/** What a person put about a bundle over part of its way. */
const coverHold = (cover: CoverOn): Hold => ({
  kind: 'cover',
  raceway: cover.raceway,
  leads: cover.leads,
  bundle_mm: cover.bundle_mm,
  count: 0,
  length_mm: cover.length_mm,
  at_mm: [cover.from_mm],
  what: coverName(cover),
  why: `from ${formatNumber(cover.from_mm, 4)} mm on${cover.kind === 'sleeve' ? ', slid on before its ends are made' : ''}`,
})

/** The longest piece of each way that a lead lies in. */
function longestIn({ leads }: Routes): ReadonlyMap<RacewayId, number> {
  const longest = new Map<RacewayId, number>()
  for (const { parts } of leads)
    for (const { raceway, length_mm } of parts)
      if (raceway !== null) longest.set(raceway, Math.max(longest.get(raceway) ?? 0, length_mm))
  return longest
}

function onWay(
  plan: Plan,
  raceway: RacewayId,
  way: Raceway,
  leads: Hold['leads'],
  bundle_mm: number,
  used_mm: number,
): readonly Hold[] {
  const hold = (kind: HoldKind, at_mm: readonly number[], why: string, length_mm = 0): Hold => ({
    kind,
    raceway,
    leads,
    bundle_mm,
    count: length_mm > 0 ? 0 : at_mm.length,
    length_mm,
    at_mm,
    why,
  })
  const isWet = way.isOutdoors === true || plan.site.place === 'outdoors'
  switch (way.kind) {
    case 'clip-line':
      return [hold('clip', along(used_mm, holdSpacing_mm(bundle_mm)), 'along the line, one near each end')]
    case 'duct':
      return way.at?.axis === 'down' && used_mm > UPRIGHT_mm
        ? [hold('tie', along(used_mm, UPRIGHT_mm), 'upright: nothing slides down in it')]
        : []
    case 'hinge-loop':
      return [
        hold('clamp', [0, used_mm], 'on both sides of the hinge, so that the terminals feel nothing'),
        ...wrapUnless(way, hold('wrap', [], 'together over the hinge, so that the door catches none', used_mm)),
      ]
    case 'chain':
      return [
        hold('clamp', [0, used_mm], 'at both ends of the chain; within it the leads lie loose along the neutral line'),
      ]
    case 'loop':
      return [
        hold('clamp', [0, used_mm], 'at both ends of the loop'),
        ...wrapUnless(way, hold('wrap', [], 'together over the moving length', used_mm)),
      ]
    case 'stretch':
      return [
        hold('tie', along(used_mm, holdSpacing_mm(bundle_mm)), 'along the machine, one near each end'),
        ...(isWet ? [hold('drip-loop', [used_mm], 'below its entry, so that water drips off before it')] : []),
      ]
    case 'grommet':
    case 'hole':
      return [hold('clamp', [0], 'behind the wall: the opening itself holds nothing')]
    case 'gland':
      return isWet ? [hold('drip-loop', [0], 'before the gland, so that water drips off and does not run in')] : []
    default:
      return []
  }
}

/** What somebody put about it stands for the wrap that would be. */
const wrapUnless = ({ covers }: Raceway, wrap: Hold): readonly Hold[] => (covers.length > 0 ? [] : [wrap])

/** Drops and hops that are long enough to sag: leads that go the same way are tied together. */
function throughTheAir({ leads }: Routes): readonly Hold[] {
  const groups = new Map<string, { leads: LeadRoute[]; length_mm: number }>()
  const put = (key: string, route: LeadRoute, length_mm: number) => {
    if (length_mm < SHORT_mm) return
    const group = groups.get(key)
    if (!group) groups.set(key, { leads: [route], length_mm })
    else {
      group.leads.push(route)
      group.length_mm = Math.max(group.length_mm, length_mm)
    }
  }
  for (const route of leads) {
    const [a, b] = route.ends.map(({ device }) => device)
    if (route.laid.kind === 'direct') put(`direct ${[a, b].sort().join(' ')}`, route, route.laid.length_mm)
    const [first, last] = route.laid.drops_mm
    put(`drop ${a} ${route.parts[0]?.raceway}`, route, first)
    put(`drop ${b} ${route.parts.at(-1)?.raceway}`, route, last)
    route.parts.forEach(({ raceway, length_mm }, i) => {
      if (raceway !== null) return
      const beside = [route.parts[i - 1]?.raceway, route.parts[i + 1]?.raceway].map(String).sort()
      put(`hop ${beside.join(' ')}`, route, length_mm)
    })
  }
  return [...groups.values()].map(({ leads: own, length_mm }): Hold => {
    const bundle_mm = roughBundle_mm(own.map(({ od_mm }) => od_mm))
    const at_mm = along(length_mm, holdSpacing_mm(bundle_mm))
    return {
      kind: 'tie',
      raceway: null,
      leads: own.map(({ id }) => id),
      bundle_mm,
      count: at_mm.length,
      length_mm: 0,
      at_mm,
      why: 'together through the air, on an anchor beside them',
    }
  })
}

export interface HoldTotal {
  readonly kind: HoldKind
  /** "Cable tie 3.6 × 150 mm"; "Spiral wrap, 12 mm". */
  readonly what: string
  readonly count: number
  readonly length_mm: number
}

/** Ties as they are sold, by the bundle they go about. Common practice. */
const TIES: readonly { readonly upTo_mm: number; readonly name: string }[] = [
  { upTo_mm: 20, name: '2.5 × 100 mm' },
  { upTo_mm: 35, name: '3.6 × 150 mm' },
  { upTo_mm: 50, name: '4.8 × 200 mm' },
  { upTo_mm: Infinity, name: '4.8 × 300 mm' },
]

/** For the shopping list: what is bought of each. */
export function holdTotals(holds: readonly Hold[]): readonly HoldTotal[] {
  const totals = new Map<string, { kind: HoldKind; what: string; count: number; length_mm: number }>()
  for (const hold of holds) {
    if (hold.kind === 'drip-loop') continue
    const what = nameOf(hold)
    const own = totals.get(what)
    if (own) {
      own.count += hold.count
      own.length_mm += hold.length_mm
    } else totals.set(what, { kind: hold.kind, what, count: hold.count, length_mm: hold.length_mm })
  }
  return [...totals.values()].sort((a, b) => (a.what < b.what ? -1 : 1))
}

function nameOf({ kind, bundle_mm, what }: Hold): string {
  if (what !== undefined) return what
  const over = Math.ceil(bundle_mm / 2) * 2
  switch (kind) {
    case 'tie':
      return `Cable tie ${TIES.find(({ upTo_mm }) => bundle_mm <= upTo_mm)!.name}`
    case 'clip':
      return `Clip for ${over} mm`
    case 'clamp':
      return `Clamp for ${over} mm`
    default:
      return `Spiral wrap for ${over} mm`
  }
}

/** The order in which leads go into a way: what lies at the bottom first, thick before thin, mains before signals; moving ones last. */
export function layOrder(routes: Routes, raceway: RacewayId): readonly LeadRoute[] {
  const rank: Readonly<Record<LeadRoute['kind'], number>> = {
    mains: 0,
    earth: 1,
    motor: 2,
    power: 3,
    signal: 4,
    probe: 5,
  }
  return (routes.fills.get(raceway)?.leads ?? [])
    .map((id) => routes.byId.get(id)!)
    .sort((a, b) => rank[a.kind] - rank[b.kind] || b.od_mm - a.od_mm || (a.id < b.id ? -1 : 1))
}
