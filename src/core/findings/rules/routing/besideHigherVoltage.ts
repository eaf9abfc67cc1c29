import type { LeadRoute } from '@/core/figures'
import type { RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { mindEachOther } from '@/core/routing'
import type { Context } from '../../context'
import { defineRule } from '../../types'
import { leadList, motionOf, wayName } from './leadWords'

type Fact = {
  readonly raceway: RacewayId
  readonly is: 'insulation' | 'disturbed' | 'moving'
  /** "W5, W6 beside W41": who they are changes with the plan, and the finding stays the same. */
  readonly who: string
  readonly least_V: number
}

/** Who lies with whom in a way, at any of its places, where one of the two is bare and minded by others. */
function pairsIn(context: Context, raceway: RacewayId): readonly (readonly [LeadRoute, LeadRoute])[] {
  const { leads } = context.routes.fills.get(raceway)!
  const { segments } = context.routes.ways.graph
  const routes = leads.map((id) => {
    const route = context.routes.byId.get(id)!
    return { route, spans: route.laid.spans.filter(({ segment }) => segments[segment]!.way === raceway) }
  })
  const minded = routes.filter(({ route }) => !route.isJacketed && (route.kind === 'mains' || route.kind === 'motor'))
  return minded.flatMap((one) =>
    routes.flatMap((other) =>
      other !== one &&
      one.spans.some((a) =>
        other.spans.some((b) => a.segment === b.segment && a.from_mm <= b.to_mm && b.from_mm <= a.to_mm),
      )
        ? [[one.route, other.route] as const]
        : [],
    ),
  )
}

export const besideHigherVoltage = defineRule<Fact>({
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
      for (const pair of pairsIn(context, raceway)) {
        const [high, low] = pair
        const put = (is: Fact['is']) => {
          found[is].mains.add(high.id)
          found[is].others.add(low.id)
        }
        if (high.kind !== 'mains' || low.kind === 'mains' || low.kind === 'earth') {
          if (mindEachOther(high.kind, low.kind) && !high.isJacketed && !low.isJacketed) put('disturbed')
          continue
        }
        // A jacket about the mains is the separation that the clause asks for.
        if (high.isJacketed) continue
        if (isMoving) put('moving')
        else if (low.rated_V < context.plan.site.mains_V) put('insulation')
        else if (mindEachOther(high.kind, low.kind) && !low.isJacketed) put('disturbed')
      }
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
