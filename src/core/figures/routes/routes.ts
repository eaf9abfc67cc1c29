import { formatNumber } from '@/core/quantity'
import { FREE_mm, layLeads, leadArea, type Laid, type Span } from '@/core/routing'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'
import type { CableId, Plan, RacewayId, WireId } from '@/core/plan'
import { leadsOf, type LeadEnd, type PlannedLead } from './leadsOf'
import { service_mm } from './service'
import { allowedFill_percent, sectionArea_mm2 } from './section'
import { terminalPoint } from './terminalPoints'
import { waysOf, type Ways } from './wayGraph'

/** To make each end, and to make it once again. Common practice. */
export const END_ALLOWANCE_mm = 25
/** Held before and after each part that moves, so that no pull comes on the ends. */
const RELIEF_mm = 20
/** Cut lengths are read off a ruler. */
const CUT_STEP_mm = 5
/** Of long and trim: at the least so much over. */
const TRIM_mm = 150

/** So much more than is wanted lies somewhere. Common practice. */
const SURPLUS_mm = 400
const SURPLUS = 1.5

/** Whether a ready-made length leaves enough over that it wants a place. */
export const hasSurplus = (has_mm: number, wanted_mm: number): boolean =>
  has_mm > wanted_mm + SURPLUS_mm && has_mm > wanted_mm * SURPLUS

/** One way of a lead's route. */
export interface WayPart {
  readonly raceway: RacewayId | null
  readonly length_mm: number
}

/** A lead as it is laid. */
export interface LeadRoute {
  readonly id: WireId | CableId
  readonly cable: CableId | null
  readonly wires: readonly WireId[]
  readonly ends: readonly [LeadEnd, LeadEnd]
  readonly kind: PlannedLead['lead']['kind']
  readonly od_mm: number
  readonly isJacketed: boolean
  readonly rated_V: number
  readonly isOutside: readonly [boolean, boolean]
  readonly laid: Laid
  /** Way by way; null is through the air. */
  readonly parts: readonly WayPart[]
  /** Its way outside was not measured: laid as far as its opening. */
  readonly isUnmeasured: boolean
  /** From terminal to terminal along its way; null where that is not known. */
  readonly bare_mm: number | null
}

/** What a wire's length comes from. */
export interface WireLay {
  readonly lead: WireId | CableId
  /** Along its way, taut. */
  readonly bare_mm: number
  /** As it is cut. */
  readonly cut_mm: number
}

export interface WayFill {
  readonly raceway: RacewayId
  readonly leads: readonly (WireId | CableId)[]
  /** Of its section, where it is fullest; null for what has no section. */
  readonly fill_percent: number | null
  readonly limit_percent: number
  /** Those at its fullest place. */
  readonly fullest: readonly (WireId | CableId)[]
  /** By piece between junctions, in the order along it. */
  readonly pieces: readonly { readonly segment: number; readonly leads: readonly (WireId | CableId)[] }[]
}

export interface Routes {
  /** As far as routes read it. */
  readonly plan: Plan
  readonly ways: Ways
  readonly leads: readonly LeadRoute[]
  readonly byId: ReadonlyMap<WireId | CableId, LeadRoute>
  readonly ofWire: ReadonlyMap<WireId, LeadRoute>
  readonly lays: ReadonlyMap<WireId, WireLay>
  readonly fills: ReadonlyMap<RacewayId, WayFill>
  /** Of the ways that a wire lies in, where somebody said how warm one is. */
  warmestOf(wire: WireId): number | null
}

/** Lays every lead of a plan along its ways. */
export function routePlan(plan: Plan, sizeOf: (wire: WireId) => string | null): Routes {
  const ways = waysOf(plan)
  const planned = leadsOf(plan, ways, sizeOf)
  const laid = layLeads(
    ways.graph,
    planned.map(({ lead }) => lead),
  )
  const leads = planned.map((each) => knownRoute(ways, each, laid.get(each.lead.id)!))
  const bySegment = new Map<number, { readonly route: LeadRoute; readonly span: Span }[]>()
  for (const route of leads)
    for (const span of route.laid.spans) {
      const list = bySegment.get(span.segment)
      if (list) list.push({ route, span })
      else bySegment.set(span.segment, [{ route, span }])
    }
  const lays = new Map<WireId, WireLay>()
  for (const route of leads) {
    const lay = knownLay(plan, ways, route)
    if (lay !== null) for (const wire of route.wires) lays.set(wire, lay)
  }
  const ofWire = new Map(leads.flatMap((route) => route.wires.map((wire) => [wire, route] as const)))
  return {
    plan,
    ways,
    leads,
    byId: new Map(leads.map((route) => [route.id, route])),
    ofWire,
    lays,
    fills: fillsOf(plan, ways, bySegment),
    warmestOf: (wire) =>
      (ofWire.get(wire)?.parts ?? []).reduce<number | null>((most, { raceway }) => {
        const warm_C = raceway === null ? null : plan.raceways[raceway]!.warm_C
        return warm_C === null ? most : Math.max(most ?? warm_C, warm_C)
      }, null),
  }
}

/** What a cable's way asks of its length, from end to end; null where its way is not known. */
export function wantedOf(routes: Routes, id: CableId): { readonly least_mm: number; readonly good_mm: number } | null {
  const route = routes.byId.get(id)
  const lay = route && routes.lays.get(route.wires[0]!)
  return lay ? { least_mm: lay.bare_mm + service_mm(routes.plan, route.ends), good_mm: lay.cut_mm } : null
}

/** From the middle of one duct to the middle of one that it meets is not through the air. */
const JOINT_mm = 45

/** Pieces with what lies between two ways that meet counted to the one before. */
export function withoutJoints<T extends { readonly raceway: RacewayId | null; length_mm: number }>(
  pieces: readonly T[],
): readonly T[] {
  return pieces.reduce<T[]>((kept, piece, i) => {
    const isJoint = piece.raceway === null && piece.length_mm <= JOINT_mm && i > 0 && i < pieces.length - 1
    const before = kept.at(-1)
    if (isJoint && before) before.length_mm += piece.length_mm
    else if (piece.raceway !== null && before && before.raceway === piece.raceway) before.length_mm += piece.length_mm
    else if (piece.raceway !== null || piece.length_mm > 0.05) kept.push(piece)
    return kept
  }, [])
}

const routesKnown = new WeakMap<PlannedLead, LeadRoute>()

/** The same object as before for the same lead laid in the same way. */
function knownRoute(ways: Ways, planned: PlannedLead, laid: Laid): LeadRoute {
  const before = routesKnown.get(planned)
  if (before?.laid === laid) return before
  const route = asRoute(ways, planned, laid)
  routesKnown.set(planned, route)
  return route
}

interface KnownLay {
  readonly practice: Plan['practice']
  readonly raceways: Plan['raceways']
  readonly lay: WireLay | null
}
const laysKnown = new WeakMap<LeadRoute, KnownLay>()

function knownLay(plan: Plan, ways: Ways, route: LeadRoute): WireLay | null {
  const { practice, raceways } = plan
  const before = laysKnown.get(route)
  if (before && before.raceways === raceways && before.practice === practice) return before.lay
  const lay = layOf(plan, ways, route)
  laysKnown.set(route, { practice, raceways, lay })
  return lay
}

function asRoute(ways: Ways, { lead, isUnmeasured, ...rest }: PlannedLead, laid: Laid): LeadRoute {
  const pieces: { raceway: RacewayId | null; length_mm: number }[] = []
  for (const { segment, from_mm, to_mm } of laid.spans) {
    const raceway = ways.graph.segments[segment]!.way as RacewayId | null
    const last = pieces.at(-1)
    if (last && last.raceway === raceway) last.length_mm += to_mm - from_mm
    else pieces.push({ raceway, length_mm: to_mm - from_mm })
  }
  const parts = withoutJoints(pieces)
  const { id, cable, wires, ends, rated_V, isOutside } = rest
  return {
    id,
    cable,
    wires,
    ends,
    rated_V,
    isOutside,
    kind: lead.kind,
    od_mm: lead.od_mm,
    isJacketed: lead.isJacketed,
    laid,
    parts,
    isUnmeasured,
    bare_mm: laid.kind === 'none' || isUnmeasured ? null : laid.length_mm,
  }
}

/** Of a lead, which is one thing: as long as its core needs that ends farthest out; null where its way is not known. */
function layOf(plan: Plan, ways: Ways, route: LeadRoute): WireLay | null {
  if (route.bare_mm === null) return null
  const [, ...others] = route.wires
  const bare_mm = route.bare_mm + Math.max(0, ...others.map((wire) => ownEnds(plan, ways, route, wire)))
  return { lead: route.id, bare_mm, cut_mm: cutLength(plan, route, bare_mm) }
}

/** By how much a core's two ends are farther from the ways than those of the first core. */
function ownEnds(plan: Plan, ways: Ways, { ends }: LeadRoute, id: WireId): number {
  const wire = plan.wires[id]!
  let extra = 0
  for (const end of [wire.from, wire.to]) {
    if (end.kind !== 'terminal') continue
    const first = ends.find(({ device }) => device === end.device)
    if (!first || first.terminal === end.terminal) continue
    const [a, b] = [terminalPoint(plan, end.device, end.terminal), terminalPoint(plan, first.device, first.terminal)]
    if (a && b) extra += leastAccess(ways, a) - leastAccess(ways, b)
  }
  return extra
}

const leastAccess = (ways: Ways, at: Parameters<Ways['accessOf']>[0]) =>
  Math.min(FREE_mm, ...ways.accessOf(at).map(({ length_mm }) => length_mm))

/** Moving parts on a lead's way: held before and after each. */
const movesOn = (plan: Plan, parts: readonly WayPart[]) =>
  parts.filter(
    ({ raceway }) => raceway !== null && ['hinge-loop', 'chain', 'loop'].includes(plan.raceways[raceway]!.kind),
  ).length

/** What a piece is cut to: its way, slack by the house rule, both ends, and what is held at moving parts. */
export function cutLength(plan: Plan, route: Pick<LeadRoute, 'parts' | 'ends'>, bare_mm: number): number {
  const { slack_percent, cutting } = plan.practice
  const slack_mm = (bare_mm * slack_percent) / 100
  const held_mm = movesOn(plan, route.parts) * 2 * RELIEF_mm
  const trim_mm = cutting === 'long-and-trim' ? TRIM_mm : 0
  const wanted_mm = bare_mm + service_mm(plan, route.ends) + slack_mm + held_mm + 2 * END_ALLOWANCE_mm + trim_mm
  return Math.ceil(wanted_mm / CUT_STEP_mm - 1e-9) * CUT_STEP_mm
}

/** How a wire's length came about, way by way. */
export function explainLength(
  plan: Plan,
  route: Pick<LeadRoute, 'parts' | 'ends' | 'bare_mm'> & {
    readonly laid: string
    readonly drops_mm: readonly [number, number]
  },
  { bare_mm, cut_mm }: Pick<WireLay, 'bare_mm' | 'cut_mm'>,
): readonly TraceStep[] {
  const { slack_percent, cutting } = plan.practice
  const mm = (value: number) => `${formatNumber(value, 4)} mm`
  const moves = movesOn(plan, route.parts)
  return [
    step(
      'Way',
      route.laid === 'direct'
        ? `free from terminal to terminal, ${mm(bare_mm)} along the walls and plates`
        : [
            ...(route.drops_mm[0] > 0.5 ? [`${mm(route.drops_mm[0])} to the way`] : []),
            ...route.parts.map(({ raceway, length_mm }) =>
              raceway === null ? `${mm(length_mm)} across` : `${mm(length_mm)} ${plan.raceways[raceway]!.name}`,
            ),
            ...(route.drops_mm[1] > 0.5 ? [`${mm(route.drops_mm[1])} to the terminal`] : []),
          ].join(' + '),
      'the layout',
    ),
    ...(Math.abs(bare_mm - (route.bare_mm ?? bare_mm)) > 0.5
      ? [step('Own ends', `${mm(bare_mm - route.bare_mm!)} for the core that ends farthest out`, 'the layout')]
      : []),
    step(
      'Cut',
      [
        mm(bare_mm),
        ...(service_mm(plan, route.ends) > 0
          ? [`${mm(service_mm(plan, route.ends))} so that it comes out with its leads on`]
          : []),
        `${formatNumber(slack_percent)} % slack`,
        `2 × ${END_ALLOWANCE_mm} mm to make the ends`,
        ...(moves > 0 ? [`${2 * moves} × ${RELIEF_mm} mm held at what moves`] : []),
        ...(cutting === 'long-and-trim' ? [`${TRIM_mm} mm to trim`] : []),
      ].join(' + ') + ` = ${mm(cut_mm)}, up to the next ${CUT_STEP_mm} mm`,
      COMMON_PRACTICE,
    ),
  ]
}

interface KnownFill {
  readonly way: Plan['raceways'][RacewayId]
  readonly lying: readonly (readonly LeadRoute[])[]
  readonly fill: WayFill
}
const knownFills = new WeakMap<Ways, Map<RacewayId, KnownFill>>()

const NOBODY: readonly { readonly route: LeadRoute; readonly span: Span }[] = []

/** Whether the same leads lie in the same pieces as before. */
const isSameLying = (before: KnownFill['lying'], now: readonly (readonly { readonly route: LeadRoute }[])[]): boolean =>
  before.length === now.length &&
  before.every((own, i) => own.length === now[i]!.length && own.every((route, k) => route === now[i]![k]!.route))

function fillsOf(
  plan: Plan,
  ways: Ways,
  bySegment: ReadonlyMap<number, readonly { readonly route: LeadRoute; readonly span: Span }[]>,
): ReadonlyMap<RacewayId, WayFill> {
  const { graph } = ways
  const known = knownFills.get(ways) ?? new Map<RacewayId, KnownFill>()
  knownFills.set(ways, known)
  const fills = new Map<RacewayId, WayFill>()
  const segmentsOf = new Map<RacewayId, number[]>()
  graph.segments.forEach(({ way }, segment) => {
    if (way === null) return
    const list = segmentsOf.get(way as RacewayId)
    if (list) list.push(segment)
    else segmentsOf.set(way as RacewayId, [segment])
  })
  for (const [id, raceway] of Object.entries(plan.raceways)) {
    const key = id as RacewayId
    const here = (segmentsOf.get(key) ?? []).map((segment) => bySegment.get(segment) ?? NOBODY)
    const before = known.get(key)
    if (before && before.way === raceway && isSameLying(before.lying, here)) {
      fills.set(key, before.fill)
      continue
    }
    let most = -1
    let fullest: readonly LeadRoute[] = []
    const all = new Set<WireId | CableId>()
    const pieces = (segmentsOf.get(key) ?? []).map((segment) => {
      const lying = bySegment.get(segment) ?? []
      for (const { route } of lying) all.add(route.id)
      const marks = lying.length === 0 ? [] : [...new Set(lying.map(({ span }) => span.from_mm))]
      for (const at of marks) {
        const here = lying.filter(({ span }) => span.from_mm <= at && (span.to_mm > at || span.to_mm === span.from_mm))
        const area = here.reduce((sum, { route }) => sum + leadArea(route.od_mm), 0)
        if (area > most) [most, fullest] = [area, here.map(({ route }) => route)]
      }
      return { segment, leads: [...new Set(lying.map(({ route }) => route.id))] }
    })
    const area_mm2 = sectionArea_mm2(raceway!)
    const together = [...new Set(fullest)]
    const fill: WayFill = {
      raceway: key,
      leads: [...all],
      fill_percent: area_mm2 === null ? null : (100 * Math.max(0, most)) / area_mm2,
      limit_percent: allowedFill_percent(raceway!, together.length),
      fullest: together.map((route) => route.id),
      pieces,
    }
    fills.set(key, fill)
    known.set(key, { way: raceway!, lying: here.map((each) => each.map(({ route }) => route)), fill })
  }
  return fills
}
