import type { LeadRoute, WayFill } from '@/core/figures'
import type { Raceway, RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { mindEachOther } from '@/core/routing'
import { type LaidContext, defineLayingRule, leadList, motionOf, wayName } from '@/core/judging'

type Fact = {
  readonly raceway: RacewayId
  readonly is: 'insulation' | 'disturbed' | 'moving'
  /** "W5, W6 beside W41": who they are changes with the plan, and the finding stays the same. */
  readonly who: string
  readonly least_V: number
}

interface Lying {
  readonly route: LeadRoute
  readonly spans: LeadRoute['laid']['spans']
}

/** What lies in a way, and where. */
function lyingIn(context: LaidContext, raceway: RacewayId): readonly Lying[] {
  const { segments } = context.routes.ways.graph
  return context.routes.fills.get(raceway)!.leads.map((id) => {
    const route = context.routes.byId.get(id)!
    return { route, spans: route.laid.spans.filter(({ segment }) => segments[segment]!.way === raceway) }
  })
}

/** Who of some leads lies beside a stretch of another, by the segments that they lie in. */
function besideOf(leads: readonly Lying[]): (other: Lying) => boolean {
  const bySegment = new Map<number, Lying['spans'][number][]>()
  for (const span of leads.flatMap(({ spans }) => spans)) {
    const own = bySegment.get(span.segment)
    if (own) own.push(span)
    else bySegment.set(span.segment, [span])
  }
  return ({ spans }) =>
    spans.some((b) => bySegment.get(b.segment)?.some((a) => a.from_mm <= b.to_mm && b.from_mm <= a.to_mm) ?? false)
}

/** Who lies beside whom in a way, by what is wrong with it. */
type Beside = Readonly<
  Record<Fact['is'], { readonly mains: readonly LeadRoute['id'][]; readonly others: readonly LeadRoute['id'][] }>
>

const known = new WeakMap<
  WayFill,
  { readonly way: Raceway; readonly mains_V: number; readonly beside: Beside | null }
>()

/** Remembered as long as the same leads lie in the same way; null where nobody minds anybody. */
function besideIn(context: LaidContext, fill: WayFill): Beside | null {
  const way = context.plan.raceways[fill.raceway]!
  const { mains_V } = context.plan.site
  const before = known.get(fill)
  if (before && before.way === way && before.mains_V === mains_V) return before.beside
  const beside = findBeside(context, fill, mains_V)
  known.set(fill, { way, mains_V, beside })
  return beside
}

function findBeside(context: LaidContext, { raceway, leads }: WayFill, mains_V: number): Beside | null {
  const { isDivided, kind } = context.plan.raceways[raceway]!
  if (leads.length < 2 || isDivided === true || kind === 'stretch') return null
  const found: Readonly<Record<Fact['is'], { mains: Set<LeadRoute['id']>; others: Set<LeadRoute['id']> }>> = {
    insulation: { mains: new Set(), others: new Set() },
    disturbed: { mains: new Set(), others: new Set() },
    moving: { mains: new Set(), others: new Set() },
  }
  const isMoving = motionOf(context, raceway) !== 'still'
  const lying = lyingIn(context, raceway)
  // A jacket about the mains is the separation that the clause asks for.
  const bare = (own: LeadRoute['kind']) => lying.filter(({ route }) => route.kind === own && !route.isJacketed)
  const isOf = (low: LeadRoute): Fact['is'] | null => {
    if (isMoving) return 'moving'
    if (low.rated_V < mains_V) return 'insulation'
    return mindEachOther('mains', low.kind) && !low.isJacketed ? 'disturbed' : null
  }
  const mark = (highs: readonly Lying[], lows: readonly Lying[], is: (low: LeadRoute) => Fact['is'] | null) => {
    const isBesideHigh = besideOf(highs)
    const marked: Record<Fact['is'], Lying[]> = { insulation: [], disturbed: [], moving: [] }
    for (const low of lows) {
      const own = is(low.route)
      if (own !== null && isBesideHigh(low)) marked[own].push(low)
    }
    for (const own of ['moving', 'insulation', 'disturbed'] as const) {
      if (marked[own].length === 0) continue
      const isBesideLow = besideOf(marked[own])
      for (const low of marked[own]) found[own].others.add(low.route.id)
      for (const high of highs) if (isBesideLow(high)) found[own].mains.add(high.route.id)
    }
  }
  const lows = lying.filter(({ route }) => route.kind !== 'mains' && route.kind !== 'earth')
  mark(bare('mains'), lows, isOf)
  mark(bare('motor'), bare('probe'), () => 'disturbed')
  const sorted = (is: Fact['is']) => ({ mains: [...found[is].mains].sort(), others: [...found[is].others].sort() })
  return { moving: sorted('moving'), insulation: sorted('insulation'), disturbed: sorted('disturbed') }
}

export const besideHigherVoltage = defineLayingRule<Fact>({
  severity: 'caution',
  title: 'Mains beside what is not insulated for them',
  stage: 'route',
  source: SOURCES.iec60204Insulation,
  find: (context) =>
    [...context.routes.fills.values()].flatMap((fill): Fact[] => {
      const beside = besideIn(context, fill)
      if (beside === null) return []
      return (['moving', 'insulation', 'disturbed'] as const).flatMap((is): Fact[] => {
        const { mains, others } = beside[is]
        if (mains.length === 0) return []
        const least_V = Math.min(...others.map((id) => context.routes.byId.get(id)!.rated_V))
        const who = `${leadList(context, mains)} beside ${leadList(context, others)}`
        return [{ raceway: fill.raceway, is, who, least_V }]
      })
    }),
  word: ({ raceway, who, is, least_V }, context) => {
    const name = wayName(context, raceway)
    const subjects = [{ kind: 'raceway' as const, id: raceway }]
    const fixes = [
      {
        label: `${name} has a divider`,
        commands: [{ type: 'updateRaceway' as const, id: raceway, changes: { isDivided: true } }],
      },
    ]
    if (is === 'moving')
      return {
        severity: least_V < context.plan.site.mains_V ? 'stop' : 'caution',
        subjects,
        fixes,
        what: `${name} moves, and mains lie in it with nothing but their own insulation: ${who}`,
        why: 'Every stroke rubs them on one another. Mains in a chain or loop want a jacket of their own, or a divider between.',
      }
    if (is === 'insulation')
      return {
        subjects,
        fixes,
        what: `${name}: ${who}, insulated for ${formatNumber(least_V)} V beside ${formatNumber(context.plan.site.mains_V)} V`,
        why: 'In one way every conductor is insulated for the highest voltage there, or a barrier parts them. Take a divider, a jacketed lead for the mains, or another way.',
      }
    return {
      severity: 'note',
      subjects,
      fixes,
      what: `${name}: ${who}, which they may disturb`,
      why: 'What switches mains or motors is picked up by leads beside it over a length: false steps, wrong temperatures. A second duct, a divider or a shielded lead keeps them apart.',
    }
  },
})
