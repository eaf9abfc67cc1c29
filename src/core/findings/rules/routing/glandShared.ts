import type { LeadRoute } from '@/core/figures'
import type { RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, leadList, wayName } from '@/core/judging'

export const glandShared = defineLayingRule<{
  readonly raceway: RacewayId
  readonly leads: readonly LeadRoute['id'][]
  readonly isWet: boolean
}>({
  severity: 'note',
  title: 'Several leads in one gland',
  stage: 'route',
  source: SOURCES.iec60529,
  find: (context) =>
    [...context.routes.fills.values()].flatMap(({ raceway, leads }) => {
      const { kind, hasInsert, enclosure } = context.plan.raceways[raceway]!
      if (kind !== 'gland' || hasInsert === true || leads.length < 2) return []
      const box = enclosure === null ? null : context.plan.enclosures[enclosure]!
      const isWet = context.plan.site.place === 'outdoors' || box?.outdoor != null || box?.sealed === true
      return [{ raceway, leads, isWet }]
    }),
  word: ({ raceway, leads, isWet }, context) => ({
    severity: isWet ? 'caution' : 'note',
    subjects: [{ kind: 'raceway', id: raceway }],
    alike: isWet ? 'wet' : 'dry',
    what: `${wayName(context, raceway)} has ${leads.length} leads in one clamp: held, not sealed (${leadList(context, leads)})`,
    why: 'Between round leads water and dust find their way. One gland each, or an insert with a hole for each.',
    fixes: [
      {
        label: 'It has an insert',
        commands: [{ type: 'updateRaceway', id: raceway, changes: { hasInsert: true } }],
      },
    ],
  }),
})
