import type { Raceway } from '@/core/plan'
import { conduitFill_percent } from '@/core/routing/entries'

/** Openings, conduits and sleeves are round. */
const ROUND: ReadonlySet<Raceway['kind']> = new Set(['gland', 'grommet', 'hole', 'conduit', 'sleeve'])
/** What leads are only held along has no section of its own. */
const WITHOUT: ReadonlySet<Raceway['kind']> = new Set(['stretch', 'loop', 'hinge-loop', 'clip-line'])

/** A way cut across; null for what has no section, or of which nobody gave one. */
export function sectionArea_mm2({ kind, width_mm, height_mm }: Raceway): number | null {
  if (WITHOUT.has(kind)) return null
  const area_mm2 = ROUND.has(kind) ? (Math.PI * width_mm * width_mm) / 4 : width_mm * height_mm
  return area_mm2 > 0 ? area_mm2 : null
}

/** How far it may be filled: as the person has it, and a conduit no farther than its table allows for so many. */
export const allowedFill_percent = ({ kind, fillLimit_percent, length_mm }: Raceway, leads: number): number =>
  kind === 'conduit' ? Math.min(fillLimit_percent, conduitFill_percent(leads, length_mm)) : fillLimit_percent
