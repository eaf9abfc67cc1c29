import type { LeadRoute } from '@/core/figures'
import type { Command, RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { GLAND_THREADS, glandThread, SOURCES } from '@/core/reference'
import { bundleDiameter_mm } from '@/core/packing/circles'
import { fitsClamp } from '@/core/routing'
import { type LaidContext, defineLayingRule, leadList, leadName, leadSubject, wayName } from '@/core/judging'

/** Turned a little farther a seal still holds what is a tenth thinner than stated; common practice. */
const YIELDS = 0.9
/** Jackets differ by so much from what is reckoned of them; what is thicker by more does not go through. An assumption. */
const JACKETS = 1.1

const isMeasured = ({ plan }: LaidContext, { cable }: LeadRoute): boolean =>
  cable !== null && plan.cables[cable]!.od_mm !== null

export const leadMisfitsGland = defineLayingRule<{
  readonly raceway: RacewayId
  readonly leads: readonly LeadRoute['id'][]
  readonly cable_mm: number
  readonly thread: string
}>({
  severity: 'caution',
  title: 'A lead its gland does not hold',
  stage: 'route',
  source: SOURCES.practice,
  find: (context) =>
    [...context.routes.fills.values()].flatMap(({ raceway, leads }) => {
      const { kind, thread, hasInsert } = context.plan.raceways[raceway]!
      const data = kind === 'gland' && thread !== null ? glandThread(thread) : null
      if (!data || leads.length === 0 || hasInsert === true) return []
      const cable_mm = bundleDiameter_mm(leads.map((id) => context.routes.byId.get(id)!.od_mm))
      return fitsClamp({ clamps: { min_mm: data.clampMin_mm * YIELDS, max_mm: data.clampMax_mm } }, cable_mm)
        ? []
        : [{ raceway, leads, cable_mm, thread: data.size }]
    }),
  word: ({ raceway, leads, cable_mm, thread }, context) => {
    const data = glandThread(thread)!
    const isThick = cable_mm > data.clampMax_mm
    const route = context.routes.byId.get(leads[0]!)!
    const better = GLAND_THREADS.find(
      (each) =>
        each.family === data.family &&
        fitsClamp({ clamps: { min_mm: each.clampMin_mm, max_mm: each.clampMax_mm } }, cable_mm),
    )
    return {
      // Of several another may take another gland; and of what nobody measured the jacket is reckoned.
      severity:
        leads.length === 1 && isMeasured(context, route) && cable_mm > data.clampMax_mm * JACKETS ? 'stop' : 'caution',
      subjects: [{ kind: 'raceway', id: raceway }, ...leads.map((id) => leadSubject(context.routes.byId.get(id)!))],
      what: `${leads.length === 1 ? leadName(context, route) : `Together, ${leadList(context, leads)}`}: ${formatNumber(cable_mm)} mm, too ${isThick ? 'thick' : 'thin'} for ${wayName(context, raceway)} (${data.size} clamps ${formatNumber(data.clampMin_mm)}–${formatNumber(data.clampMax_mm)} mm)`,
      why: isThick
        ? 'It does not go through. Take the next larger gland, or lead it through one that is free.'
        : 'Nothing holds it, nothing keeps water out, and a pull goes straight to the terminals. Take a smaller gland, or an insert.',
      fixes: better
        ? [
            {
              label: `Make it ${better.size}`,
              commands: [
                {
                  type: 'updateRaceway',
                  id: raceway,
                  changes: { thread: better.size, width_mm: better.thread_mm, height_mm: better.thread_mm },
                } satisfies Command,
              ],
            },
          ]
        : [],
    }
  },
})
