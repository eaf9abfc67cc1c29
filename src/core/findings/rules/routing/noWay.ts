import { enclosureOf, terminalPoint, type LeadRoute } from '@/core/figures'
import type { EnclosureId, RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { LaidContext } from '../../context'
import { defineLayingRule } from '../../types'
import { leadName, leadSubject, wayName, waysOn } from './leadWords'

type Cause = 'hinge' | 'opening' | 'blanked' | 'apart'

/** Boxes in which anybody drew a way: before that nothing is missing. */
const drawnIn = (context: LaidContext): ReadonlySet<EnclosureId> =>
  new Set(
    Object.values(context.plan.raceways).flatMap((raceway) =>
      raceway!.enclosure !== null && raceway!.origin !== 'remove' ? [raceway!.enclosure] : [],
    ),
  )

/** Whether anything is drawn that only leads ask for: a way with two ends, or a lead's own choice. */
const isLed = ({ plan }: LaidContext): boolean =>
  Object.values(plan.raceways).some((raceway) => raceway!.ends !== null) ||
  [...Object.values(plan.cables), ...Object.values(plan.wires)].some((led) => led!.route !== null)

interface Fact {
  readonly lead: LeadRoute['id']
  readonly cause: Cause
  readonly blank: RacewayId | null
  /** Nobody led anything through ways so far: it is not drawn yet, and not forgotten. */
  readonly isEarly: boolean
}

export const noWay = defineLayingRule<Fact>({
  severity: 'caution',
  title: 'No way for a lead',
  stage: 'route',
  source: SOURCES.practice,
  find: (context) => {
    const drawn = drawnIn(context)
    const isEarly = !isLed(context)
    return context.routes.leads.flatMap((route): Fact[] => {
      if (route.laid.kind !== 'none' && route.laid.despite !== 'blank') return []
      const places = route.ends.map(({ device, terminal }) => terminalPoint(context.plan, device, terminal))
      if (!places.some((at) => at && drawn.has(enclosureOf(at.region)))) return []
      if (route.laid.despite === 'blank') {
        const blank = waysOn(route).find((id) => context.plan.raceways[id]!.isBlanked === true) ?? null
        return [{ lead: route.id, cause: 'blanked', blank, isEarly: false }]
      }
      const isOut = route.isOutside.some(Boolean)
      const [a, b] = places
      const isOneBox = a && b && enclosureOf(a.region) === enclosureOf(b.region)
      const cause: Cause = isOut || !isOneBox ? 'opening' : a.region === b.region ? 'apart' : 'hinge'
      return [{ lead: route.id, cause, blank: null, isEarly }]
    })
  },
  word: ({ lead, cause, blank, isEarly }, context) => {
    const route = context.routes.byId.get(lead)!
    const name = leadName(context, route)
    const words: Readonly<Record<Cause, { readonly what: string; readonly why: string }>> = {
      hinge: {
        what: `${name} goes to a door and no loop over its hinge is drawn`,
        why: 'Its length and what bends it are not known. Draw a hinge loop from the plate to the door, held on both sides.',
      },
      opening: {
        what: `${name} leaves its box, and no open gland, grommet or way leads out`,
        why: 'A lead over an edge or through a bare hole is cut by it. Put an opening into a wall, and say how far it is from there.',
      },
      blanked: {
        what: `${name} could leave only through ${blank === null ? 'an opening' : wayName(context, blank)}, which is blanked`,
        why: 'Open that one, or put another beside it.',
      },
      apart: {
        what: `${name} finds no way between its two ends`,
        why: 'What keeps the ways for others, or stops short, leaves none for it. Draw a duct that both ends reach.',
      },
    }
    return { subjects: [leadSubject(route)], alike: cause, ...(isEarly ? { severity: 'note' } : {}), ...words[cause] }
  },
})
