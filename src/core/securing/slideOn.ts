import { OPENINGS, type LeadRoute, type Routes } from '@/core/figures'
import type { CableEnd, Plan, RacewayId } from '@/core/plan'
import { glandThread, plugPasses_mm } from '@/core/reference'

export interface Passing {
  readonly raceway: RacewayId
  /** What goes through it. */
  readonly free_mm: number
  readonly plugs: readonly { readonly end: 'a' | 'b'; readonly plug_mm: number }[]
  /** Its plugs are made here, so that a housing can come on after the pull. */
  readonly isMade: boolean
}

/** What goes on a lead before its ends are made, in the order from its first end, and which plugs come after the pull. */
export interface SlideOn {
  readonly lead: LeadRoute['id']
  /** "nut and seal of gland H1"; "sleeve S1, 300 mm". */
  readonly first: readonly { readonly raceway: RacewayId; readonly what: string }[]
  readonly passes: readonly Passing[]
  /** The ends whose housing does not pass, and comes on after the pull. */
  readonly after: readonly ('a' | 'b')[]
}

/** Every lead through something that slides on it, or that its plugs must pass. */
export function slideOnOf(plan: Plan, routes: Routes): readonly SlideOn[] {
  return routes.leads.flatMap((route): SlideOn[] => {
    const ways = [...new Set(route.parts.flatMap(({ raceway }) => raceway ?? []))]
    const first = ways.flatMap((raceway) => {
      const what = slidesOn(plan, raceway)
      return what === null ? [] : [{ raceway, what }]
    })
    const cable = route.cable === null ? null : plan.cables[route.cable]!
    const plugs = (['a', 'b'] as const).flatMap((end) => {
      const plug_mm = cable ? sizeOf(cable.ends[end]) : null
      return plug_mm === null ? [] : [{ end, plug_mm }]
    })
    const passes =
      // With a bare end it is pulled by that one.
      cable && plugs.length === 2
        ? ways.flatMap((raceway): Passing[] => {
            const free_mm = freeOf(plan, raceway)
            return free_mm === null ? [] : [{ raceway, free_mm, plugs, isMade: !cable.premade }]
          })
        : []
    const after = plugs.filter(({ plug_mm }) => ways.some((raceway) => (freeOf(plan, raceway) ?? Infinity) < plug_mm))
    return first.length === 0 && passes.length === 0
      ? []
      : [{ lead: route.id, first, passes, after: after.map(({ end }) => end) }]
  })
}

function slidesOn(plan: Plan, id: RacewayId): string | null {
  const { kind, name, hasInsert, length_mm } = plan.raceways[id]!
  if (kind === 'gland') return `nut${hasInsert === true ? ', insert' : ''} and seal of ${name}`
  if (kind === 'sleeve') return `${name}, ${Math.ceil(length_mm)} mm`
  return null
}

/** The round that an opening lets through; null for what lets anything through. */
function freeOf(plan: Plan, id: RacewayId): number | null {
  const { kind, thread, width_mm, height_mm, chain } = plan.raceways[id]!
  if (kind === 'chain') return chain?.opens === false ? Math.min(width_mm, height_mm) : null
  if (kind === 'gland') return thread === null ? width_mm : (glandThread(thread)?.clampMax_mm ?? width_mm)
  return OPENINGS.has(kind) || kind === 'sleeve' || kind === 'conduit' ? width_mm : null
}

const sizeOf = ({ kind, family, ways }: CableEnd): number | null =>
  kind === 'plug' ? plugPasses_mm(family, ways ?? 2) : null
