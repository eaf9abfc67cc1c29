import { coversOn, OPENINGS, type CoverOn, type LeadRoute, type Routes } from '@/core/figures'
import type { CableEnd, Plan, RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { glandThread, plugPasses_mm } from '@/core/reference'
import { coverWords } from './coverWords'

export interface Passing {
  readonly raceway: RacewayId
  /** Of what goes about its leads over part of it; null where the way itself is narrow. */
  readonly sleeve: string | null
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
  const sleeves = new Map<RacewayId, CoverOn[]>()
  for (const each of coversOn(plan, routes))
    if (each.kind === 'sleeve') sleeves.set(each.raceway, [...(sleeves.get(each.raceway) ?? []), each])
  const sleevesOn = (raceway: RacewayId) => sleeves.get(raceway) ?? []
  return routes.leads.flatMap((route): SlideOn[] => {
    const ways = [...new Set(route.parts.flatMap(({ raceway }) => raceway ?? []))]
    const first = ways.flatMap((raceway) => {
      const what = slidesOn(plan, raceway)
      return [
        ...(what === null ? [] : [{ raceway, what }]),
        ...sleevesOn(raceway).map((each) => ({
          raceway,
          what: `${coverWords(each)}, to lie from ${formatNumber(each.from_mm, 4)} mm on, on ${plan.raceways[raceway]!.name}`,
        })),
      ]
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
            const own_mm = freeOf(plan, raceway)
            const rest = { raceway, plugs, isMade: !cable.premade }
            return [
              ...(own_mm === null ? [] : [{ ...rest, sleeve: null, free_mm: own_mm }]),
              ...sleevesOn(raceway).map((each) => ({ ...rest, sleeve: coverWords(each), free_mm: each.inside_mm })),
            ]
          })
        : []
    const leastFree = (raceway: RacewayId) =>
      Math.min(freeOf(plan, raceway) ?? Infinity, ...sleevesOn(raceway).map(({ inside_mm }) => inside_mm))
    const after = plugs.filter(({ plug_mm }) => ways.some((raceway) => leastFree(raceway) < plug_mm))
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
