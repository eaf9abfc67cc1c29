import type { LeadRoute } from '@/core/figures'
import type { RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { mindEachOther } from '@/core/routing'
import type { LaidContext } from '../../context'
import { defineLayingRule } from '../../types'
import { leadList, motionOf, wayName } from './leadWords'

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

const lieTogether = (one: Lying, other: Lying): boolean =>
  one.spans.some((a) =>
    other.spans.some((b) => a.segment === b.segment && a.from_mm <= b.to_mm && b.from_mm <= a.to_mm),
  )

export const besideHigherVoltage = defineLayingRule<Fact>({
  severity: 'caution',
  title: 'Mains beside what is not insulated for them',
  stage: 'route',
  source: SOURCES.iec60204Insulation,
  find: (context) =>
    [...context.routes.fills.values()].flatMap(({ raceway, leads }): Fact[] => {
      const { isDivided, kind } = context.plan.raceways[raceway]!
      if (leads.length < 2 || isDivided === true || kind === 'stretch') return []
      const found: Readonly<Record<Fact['is'], { mains: Set<LeadRoute['id']>; others: Set<LeadRoute['id']> }>> = {
        insulation: { mains: new Set(), others: new Set() },
        disturbed: { mains: new Set(), others: new Set() },
        moving: { mains: new Set(), others: new Set() },
      }
      const isMoving = motionOf(context, raceway) !== 'still'
      const lying = lyingIn(context, raceway)
      // A jacket about the mains is the separation that the clause asks for.
      const bare = (kind: LeadRoute['kind']) => lying.filter(({ route }) => route.kind === kind && !route.isJacketed)
      const isOf = (low: LeadRoute): Fact['is'] | null => {
        if (isMoving) return 'moving'
        if (low.rated_V < context.plan.site.mains_V) return 'insulation'
        return mindEachOther('mains', low.kind) && !low.isJacketed ? 'disturbed' : null
      }
      const mark = (highs: readonly Lying[], lows: readonly Lying[], is: (low: LeadRoute) => Fact['is'] | null) => {
        for (const low of lows) {
          const kind = is(low.route)
          if (kind === null || !highs.some((high) => lieTogether(high, low))) continue
          found[kind].others.add(low.route.id)
        }
        for (const high of highs)
          for (const kind of ['moving', 'insulation', 'disturbed'] as const)
            if (lows.some((low) => found[kind].others.has(low.route.id) && lieTogether(high, low)))
              found[kind].mains.add(high.route.id)
      }
      const lows = lying.filter(({ route }) => route.kind !== 'mains' && route.kind !== 'earth')
      mark(bare('mains'), lows, isOf)
      mark(bare('motor'), bare('probe'), () => 'disturbed')
      return (['moving', 'insulation', 'disturbed'] as const).flatMap((is): Fact[] => {
        const [mains, others] = [found[is].mains, found[is].others].map((ids) => [...ids].sort())
        if (mains!.length === 0) return []
        const least_V = Math.min(...others!.map((id) => context.routes.byId.get(id)!.rated_V))
        return [{ raceway, is, who: `${leadList(context, mains!)} beside ${leadList(context, others!)}`, least_V }]
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
