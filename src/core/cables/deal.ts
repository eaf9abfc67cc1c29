import { assign } from '@/core/routing'
import type { Cable, CableEnd, CableId, Command, Plan } from '@/core/plan'

/** What a lead wants between its two ends. */
export interface Wanted {
  /** Along its way, taut: shorter does not reach. */
  readonly least_mm: number
  /** With slack and what its ends take. */
  readonly good_mm: number
}

/** Leads that are made alike, dealt out so that each reaches. */
export interface Deal {
  /** Which lead each place gets that it does not have, by their labels. */
  readonly moves: readonly { readonly at: CableId; readonly gets: CableId }[]
  /** How many do not reach as they are, and dealt out. */
  readonly short: number
  readonly stillShort: number
  readonly commands: readonly Command[]
}

const plugShape = ({ kind, family, pitch_mm, gender, key, ways }: CableEnd) =>
  [kind, family, pitch_mm, gender, key, ways].join(':')

/** Leads of one shape may be taken for one another: plugs, cores, thickness and jacket alike, only the length is another. */
function shapeOf({ ends, cores, od_mm, shielded, flexClass, jacket_V }: Cable): string {
  const own = cores.map(({ id, size, colour }) => `${id} ${size} ${colour?.base ?? ''}`)
  return [plugShape(ends.a), plugShape(ends.b), own.join(','), od_mm, shielded, flexClass, jacket_V].join('|')
}

/** Bought, of a length of its own, and no part's own leads. */
const isDealt = ({ premade, length_mm, origin, leadsOf, aside }: Cable): boolean =>
  premade && length_mm !== null && origin !== 'remove' && leadsOf === null && aside === null

/** A millimetre too short outweighs any that is over, and a lead stays where it is before it is changed for nothing. */
const SHORT = 1e6
const TAUT = 1e3
const CHANGED = 0.5

/**
 * Like leads of different length dealt out by distance: each place gets one that reaches, the shortest that does. Loose ones
 * of a kit are dealt out too. What reaches as it is stays where it is.
 *
 * @param wantedOf what each joined lead's way asks for; null where its way is not known
 */
export function dealLeads(plan: Plan, wantedOf: (id: CableId) => Wanted | null): readonly Deal[] {
  const groups = new Map<string, CableId[]>()
  for (const id of Object.keys(plan.cables) as CableId[]) {
    const cable = plan.cables[id]!
    if (isDealt(cable)) groups.set(shapeOf(cable), [...(groups.get(shapeOf(cable)) ?? []), id])
  }
  return [...groups.values()].flatMap((ids): Deal[] => {
    const known = new Map(ids.map((id) => [id, wantedOf(id)]))
    // A lead whose way nobody measured keeps its place; one that is plugged in nowhere has none to keep.
    const places = ids.filter((id) => known.get(id) !== null)
    const leads = ids.filter((id) => known.get(id) !== null || isLoose(plan.cables[id]!))
    const shortOf = (at: CableId, lead: CableId) => Math.max(0, known.get(at)!.least_mm - plan.cables[lead]!.length_mm!)
    const short = places.filter((id) => shortOf(id, id) > 0).length
    if (short === 0 || leads.length < 2) return []
    const cost = places.map((at) =>
      leads.map((lead) => {
        const has_mm = plan.cables[lead]!.length_mm!
        const { good_mm } = known.get(at)!
        const lacks = shortOf(at, lead)
        const own = lacks > 0 ? SHORT + TAUT * lacks : has_mm < good_mm ? TAUT : (has_mm - good_mm) / 1000
        return own + (lead === at ? 0 : CHANGED)
      }),
    )
    const dealt = assign(cost).map((column) => leads[column]!)
    const moves = places.flatMap((at, i) => (dealt[i] === at ? [] : [{ at, gets: dealt[i]! }]))
    const stillShort = places.filter((at, i) => shortOf(at, dealt[i]!) > 0).length
    if (stillShort >= short) return []
    return [{ moves, short, stillShort, commands: commandsOf(plan, moves) }]
  })
}

const isLoose = ({ ends }: Cable) => ends.a.mates === null && ends.b.mates === null

/** The things change places; what joins what stays as it is. */
function commandsOf(plan: Plan, moves: Deal['moves']): readonly Command[] {
  const given = new Map(moves.map(({ at, gets }) => [at, gets]))
  // What lay loose and is dealt out leaves its place to one that is left over.
  const over = moves.map(({ at }) => at).filter((id) => !moves.some(({ gets }) => gets === id))
  for (const { gets } of moves) if (!given.has(gets)) given.set(gets, over.shift()!)
  return [...given].map(([id, from]): Command => {
    const { printed, length_mm, kit, isHere, name } = plan.cables[from]!
    const own = plan.cables[id]!
    return {
      type: 'updateCable',
      id,
      changes: {
        printed,
        length_mm,
        kit,
        isHere,
        // A name that is the print goes with the thing, one that says where it goes stays.
        name: own.name === own.printed && printed !== null ? name : own.name,
        restLies: null,
      },
    }
  })
}
