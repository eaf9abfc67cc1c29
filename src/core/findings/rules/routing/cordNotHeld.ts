import type { LeadRoute } from '@/core/figures'
import type { Cable, CableId, RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, leadList, wayName } from '@/core/judging'

const isRelieved = (cable: Cable | undefined) => cable?.relief === 'clamp' || cable?.relief === 'moulded'

export const cordNotHeld = defineLayingRule<{
  readonly raceway: RacewayId
  readonly leads: readonly LeadRoute['id'][]
  readonly isSharp: boolean
  /** Somebody said so, and it is on the mains. */
  readonly isGrave: boolean
}>({
  severity: 'caution',
  title: 'Nothing holds a cord at its entry',
  stage: 'route',
  source: SOURCES.iec60204Cords,
  find: (context) =>
    [...context.routes.fills.values()].flatMap(({ raceway, leads }) => {
      const { kind, holdsLead, enclosure, hasSharpEdge } = context.plan.raceways[raceway]!
      if ((kind !== 'grommet' && kind !== 'hole') || leads.length === 0 || enclosure === null) return []
      const metal = !['plastic', 'wood'].includes(context.plan.enclosures[enclosure]!.wall.material)
      const isSharp = kind === 'hole' && (hasSharpEdge ?? metal)
      // A lead with a relief of its own needs none there.
      const loose = leads.filter((id) => isSharp || !isRelieved(context.plan.cables[id as CableId]))
      const isSaid = isSharp ? hasSharpEdge === true : holdsLead === false
      const isGrave = isSaid && loose.some((id) => context.routes.byId.get(id)!.kind === 'mains')
      return (holdsLead === true && !isSharp) || loose.length === 0 ? [] : [{ raceway, leads: loose, isSharp, isGrave }]
    }),
  word: ({ raceway, leads, isSharp, isGrave }, context) => ({
    severity: isGrave ? 'stop' : 'caution',
    subjects: [{ kind: 'raceway', id: raceway }],
    what: isSharp
      ? `${wayName(context, raceway)} is a bare hole in metal, and ${leadList(context, leads)} go over its edge`
      : `${wayName(context, raceway)} holds nothing, and ${leadList(context, leads)} go through it`,
    why: isSharp
      ? 'The edge cuts through the jacket in time. Put a grommet or a gland in.'
      : 'A pull outside goes straight to the terminals. Clamp the lead behind the wall, or take a gland.',
    fixes: isSharp
      ? [
          {
            label: 'Put a grommet in, and a clamp behind',
            commands: [{ type: 'updateRaceway', id: raceway, changes: { kind: 'grommet', holdsLead: true } }],
          },
        ]
      : [
          {
            label: 'A clamp behind it holds them',
            commands: [{ type: 'updateRaceway', id: raceway, changes: { holdsLead: true } }],
          },
        ],
  }),
})
