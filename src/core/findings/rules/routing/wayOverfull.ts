import type { RacewayId } from '@/core/plan'
import { formatNumber, isAtMost } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { CONDUIT_SOURCE } from '@/core/routing/entries'
import { defineLayingRule, leadList, wayName } from '@/core/judging'

const KINDS: Readonly<Record<string, string>> = {
  duct: 'Duct',
  chain: 'Chain',
  conduit: 'Conduit',
  sleeve: 'Sleeve',
  grommet: 'Grommet',
  hole: 'Hole',
}

export const wayOverfull = defineLayingRule<{
  readonly raceway: RacewayId
  readonly fill_percent: number
  readonly limit_percent: number
  readonly leads: number
}>({
  severity: 'caution',
  title: 'A way overfull',
  stage: 'route',
  // Of a conduit the table is named beside it.
  source: SOURCES.practice,
  find: (context) =>
    [...context.routes.fills.values()].flatMap(({ raceway, fill_percent, limit_percent, fullest }) => {
      const { kind } = context.plan.raceways[raceway]!
      // What a clamp takes is told by its range.
      if (fill_percent === null || kind === 'gland' || fullest.length === 0) return []
      return isAtMost(fill_percent, limit_percent)
        ? []
        : [{ raceway, fill_percent, limit_percent, leads: fullest.length }]
    }),
  word: ({ raceway, fill_percent, limit_percent, leads }, context) => {
    const { kind, width_mm, height_mm } = context.plan.raceways[raceway]!
    const { fullest } = context.routes.fills.get(raceway)!
    const wider = Math.ceil((width_mm * fill_percent) / limit_percent / 5) * 5
    return {
      subjects: [{ kind: 'raceway', id: raceway }],
      what: `${wayName(context, raceway)} is ${formatNumber(fill_percent)} % full and ${formatNumber(limit_percent)} % is the most: ${leads} leads at its fullest (${leadList(context, fullest)})`,
      why: `${KINDS[kind] ?? 'It'} of ${formatNumber(width_mm)} × ${formatNumber(height_mm)} mm: what is pressed together gets warm, is pinched by the cover${kind === 'chain' ? ', rubs and twists with each stroke' : ''}, and nothing can be added. Take it wider, lay some leads another way, or draw a second one beside it.${kind === 'conduit' ? ` So many in a conduit: ${CONDUIT_SOURCE}.` : ''}`,
      fixes: [
        {
          label: `Make it ${wider} mm wide`,
          commands: [{ type: 'updateRaceway', id: raceway, changes: { width_mm: wider } }],
        },
      ],
    }
  },
})
