import type { CableId, RacewayId, WireId } from '@/core/plan'
import { cutLength, withoutJoints, type LeadRoute, type Routes } from './routes'
import { lengthOfWay } from './wayGraph'

/** A piece of a way that a lead lies in: along it, from where it comes in to where it goes out. */
export interface LeadPart {
  /** Null through the air. */
  readonly raceway: RacewayId | null
  readonly length_mm: number
  readonly from_mm: number
  readonly to_mm: number
}

/** A lead as it is laid, for whoever looks. */
export interface LeadFigure {
  readonly id: WireId | CableId
  readonly cable: CableId | null
  readonly wires: readonly WireId[]
  readonly ends: LeadRoute['ends']
  readonly kind: LeadRoute['kind']
  readonly od_mm: number
  readonly isJacketed: boolean
  readonly laid: 'ways' | 'direct' | 'none'
  readonly isUnmeasured: boolean
  readonly drops_mm: readonly [number, number]
  readonly parts: readonly LeadPart[]
  /** Along its way, taut; null where that is not known. */
  readonly bare_mm: number | null
  readonly cut_mm: number | null
}

/** A way with what lies in it. */
export interface WayFigure {
  readonly raceway: RacewayId
  /** From end to end. */
  readonly length_mm: number
  readonly leads: readonly (WireId | CableId)[]
  readonly fill_percent: number | null
  readonly limit_percent: number
  readonly fullest: readonly (WireId | CableId)[]
  /** Between junctions, with the most that lie side by side. */
  readonly pieces: readonly { readonly from_mm: number; readonly to_mm: number; readonly leads: number }[]
}

/** Every lead and every way. */
export interface RouteFigures {
  readonly leads: Readonly<Record<string, LeadFigure>>
  readonly ways: Readonly<Record<RacewayId, WayFigure>>
}

const known = new WeakMap<Routes, RouteFigures>()

export function routeFigures(routes: Routes): RouteFigures {
  let figures = known.get(routes)
  if (!figures) known.set(routes, (figures = readOff(routes)))
  return figures
}

function readOff(routes: Routes): RouteFigures {
  const { plan, ways, leads, fills } = routes
  const { segments } = ways.graph
  // Where each segment begins along its way: they lie in order.
  const begins = new Float64Array(segments.length)
  const reached = new Map<string, number>()
  segments.forEach(({ way, length_mm }, i) => {
    if (way === null) return
    begins[i] = reached.get(way) ?? 0
    reached.set(way, begins[i]! + length_mm)
  })
  const partsOf = ({ laid }: LeadRoute): readonly LeadPart[] => {
    const parts: { raceway: RacewayId | null; length_mm: number; from_mm: number; to_mm: number }[] = []
    for (const { segment, from_mm, to_mm, isBackward } of laid.spans) {
      const raceway = segments[segment]!.way as RacewayId | null
      const [start, end] = isBackward ? [to_mm, from_mm] : [from_mm, to_mm]
      const last = parts.at(-1)
      if (last && last.raceway === raceway && raceway !== null) {
        last.length_mm += to_mm - from_mm
        last.to_mm = begins[segment]! + end
      } else
        parts.push({
          raceway,
          length_mm: to_mm - from_mm,
          from_mm: begins[segment]! + start,
          to_mm: begins[segment]! + end,
        })
    }
    return withoutJoints(parts)
  }
  return {
    leads: Object.fromEntries(
      leads.map((route): [string, LeadFigure] => {
        const { id, cable, wires, ends, kind, od_mm, isJacketed, laid, isUnmeasured, bare_mm } = route
        return [
          id,
          {
            id,
            cable,
            wires,
            ends,
            kind,
            od_mm,
            isJacketed,
            laid: laid.kind,
            isUnmeasured,
            drops_mm: laid.drops_mm,
            parts: partsOf(route),
            bare_mm,
            cut_mm: bare_mm === null ? null : cutLength(plan, route, bare_mm),
          },
        ]
      }),
    ),
    ways: Object.fromEntries(
      [...fills.values()].map(({ raceway, leads: own, fill_percent, limit_percent, fullest, pieces }) => [
        raceway,
        {
          raceway,
          length_mm: reached.get(raceway) ?? lengthOfWay(plan, plan.raceways[raceway]!),
          leads: own,
          fill_percent,
          limit_percent,
          fullest,
          pieces: pieces.map(({ segment, leads: here }) => ({
            from_mm: begins[segment]!,
            to_mm: begins[segment]! + segments[segment]!.length_mm,
            leads: here.length,
          })),
        },
      ]),
    ),
  }
}
