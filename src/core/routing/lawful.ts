import type { Lead, LeadKind, Way, WayGraph, Laid } from './types'

const side = (kind: LeadKind): 'mains' | 'power' | 'signals' | null =>
  kind === 'mains' ? 'mains' : kind === 'earth' ? null : kind === 'motor' || kind === 'power' ? 'power' : 'signals'

/** Whether a way is kept for other leads than one of this kind. */
export function isKeptForOthers({ carries }: Way, { kind }: Pick<Lead, 'kind'>): boolean {
  const own = side(kind)
  return carries !== null && own !== null && carries !== own
}

/** A clamp stated to the millimetre holds a lead a hair beyond. */
const CLAMP_TOL_mm = 0.05
export const fitsClamp = ({ clamps }: Pick<Way, 'clamps'>, od_mm: number): boolean =>
  clamps === null || (od_mm >= clamps.min_mm - CLAMP_TOL_mm && od_mm <= clamps.max_mm + CLAMP_TOL_mm)

/** Whether a lead may go through a segment at all: what it is kept for, what it clamps, and whether it is open. */
export function isLawful(graph: WayGraph, lead: Lead, segment: number, despite: Laid['despite']): boolean {
  const { way: id, a, b } = graph.segments[segment]!
  if (lead.avoids !== null && (a === lead.avoids || b === lead.avoids)) return false
  if (id === null) return true
  const way = graph.ways.get(id)!
  if (lead.only && !lead.only.has(id) && hasChoice(graph, lead.only, way)) return false
  if (way.isBlanked && despite !== 'blank') return false
  if (despite !== 'nothing') return true
  if (isKeptForOthers(way, lead)) return false
  return lead.only?.has(id) === true || fitsClamp(way, lead.od_mm)
}

/** Whether somebody chose among the openings of a box, or among ways that are none. */
function hasChoice(graph: WayGraph, only: ReadonlySet<string>, { id, home }: Way): boolean {
  const isOpening = graph.openings.has(id)
  for (const chosen of only)
    if (graph.openings.has(chosen) === isOpening && (!isOpening || graph.ways.get(chosen)?.home === home)) return true
  return false
}
