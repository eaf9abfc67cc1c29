import { enclosureOf, terminalPoint, type LeadRoute } from '@/core/figures'
import type { EnclosureId, RacewayId, WaySpot } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type LaidContext, defineLayingRule, leadName, leadSubject, wayName, waysOn } from '@/core/judging'

type Cause = 'hinge' | 'loop' | 'opening' | 'blanked' | 'chosen' | 'apart'

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

/** The ways that somebody chose for a lead. */
const chosenBy = ({ plan }: LaidContext, { cable, wires }: LeadRoute): readonly RacewayId[] =>
  (cable === null ? plan.wires[wires[0]!]!.route : plan.cables[cable]!.route) ?? []

/** What is drawn with an end in one of two regions, as far as it would lead over a hinge. */
const loopsAt = ({ plan }: LaidContext, regions: readonly string[]): readonly RacewayId[] =>
  (Object.keys(plan.raceways) as RacewayId[]).filter((id) => {
    const { ends, kind, origin } = plan.raceways[id]!
    if (origin === 'remove' || ends === null || (kind !== 'hinge-loop' && kind !== 'loop' && kind !== 'sleeve'))
      return false
    const doors = [ends.a, ends.b].filter((spot) => {
      if (spot?.kind !== 'face') return false
      const face = plan.enclosures[spot.enclosure]?.faces[spot.face]
      return face?.kind === 'door' && regions.includes(`${spot.enclosure}|${spot.face}`)
    })
    return doors.length > 0
  })

/** What is the matter with the end of a loop that is not on the door. */
function looseEnd({ plan }: LaidContext, id: RacewayId): string {
  const { ends } = plan.raceways[id]!
  const isDoor = (spot: WaySpot | null | undefined) =>
    spot?.kind === 'face' && plan.enclosures[spot.enclosure]?.faces[spot.face]?.kind === 'door'
  const other = isDoor(ends?.a) ? ends?.b : ends?.a
  if (!other) return 'is nowhere'
  return isDoor(other) ? 'is on the door too' : 'is not in its box'
}

/** Whether an opening leads out of a box. */
const hasExit = ({ plan }: LaidContext, box: EnclosureId): boolean =>
  Object.values(plan.raceways).some(
    (way) =>
      way!.enclosure === box &&
      way!.at !== null &&
      way!.origin !== 'remove' &&
      way!.joins.length === 0 &&
      way!.isBlanked !== true &&
      (way!.kind === 'gland' || way!.kind === 'grommet' || way!.kind === 'hole'),
  )

interface Fact {
  readonly lead: LeadRoute['id']
  readonly cause: Cause
  /** The way at which it stops: a blanked opening, a loop that leads nowhere, the way that somebody chose. */
  readonly at: RacewayId | null
  /** The box that it does not get out of. */
  readonly box: EnclosureId | null
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
      const fact = (cause: Cause, at: RacewayId | null = null, box: EnclosureId | null = null): Fact[] => [
        { lead: route.id, cause, at, box, isEarly: cause === 'blanked' ? false : isEarly },
      ]
      if (route.laid.despite === 'blank')
        return fact('blanked', waysOn(route).find((id) => context.plan.raceways[id]!.isBlanked === true) ?? null)
      const [chosen] = chosenBy(context, route)
      if (chosen !== undefined) return fact('chosen', chosen)
      const [a, b] = places
      const isOneBox = a && b && enclosureOf(a.region) === enclosureOf(b.region)
      if (isOneBox && a.region !== b.region) {
        const loop = loopsAt(context, [a.region, b.region])[0]
        return loop === undefined ? fact('hinge') : fact('loop', loop)
      }
      if (isOneBox) return fact('apart')
      const shut = places.flatMap((at) =>
        at && !hasExit(context, enclosureOf(at.region)) ? [enclosureOf(at.region)] : [],
      )
      return fact('opening', null, shut[0] ?? null)
    })
  },
  word: ({ lead, cause, at, box, isEarly }, context) => {
    const route = context.routes.byId.get(lead)!
    const name = leadName(context, route)
    const way = at === null ? 'an opening' : wayName(context, at)
    const boxName = box === null ? 'its box' : `“${context.plan.enclosures[box]!.name}”`
    const words: Readonly<Record<Cause, { readonly what: string; readonly why: string }>> = {
      hinge: {
        what: `${name} goes to a door and no loop over its hinge is drawn`,
        why: 'Its length and what bends it are not known. Draw a hinge loop from the plate to the door, held on both sides.',
      },
      loop: {
        what: `${name} goes to a door; ${way} is drawn at its hinge, and one of its ends ${at === null ? 'is nowhere' : looseEnd(context, at)}`,
        why: 'It has to begin where the leads come from and to end on the door. Set its other end on the face that it is held on.',
      },
      opening: {
        what: `${name} leaves ${boxName}, and no open gland, grommet or way leads out`,
        why: 'A lead over an edge or through a bare hole is cut by it. Put an opening into a wall, and say how far it is from there.',
      },
      blanked: {
        what: `${name} could leave only through ${way}, which is blanked`,
        why: 'Open that one, or put another beside it.',
      },
      chosen: {
        what: `${name} is to go by ${way}, and from there nothing leads to its other end`,
        why: 'What somebody chose for it is kept. Draw what is missing between them, or let it choose its way itself.',
      },
      apart: {
        what: `${name} finds no way between its two ends`,
        why: 'What keeps the ways for others, or stops short, leaves none for it. Draw a duct that both ends reach.',
      },
    }
    return { subjects: [leadSubject(route)], alike: cause, ...(isEarly ? { severity: 'note' } : {}), ...words[cause] }
  },
})
