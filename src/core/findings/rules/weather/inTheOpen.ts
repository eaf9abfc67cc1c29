/** What the rules about weather share. */
import type { EnclosureId, Plan } from '@/core/plan'

/** Whether a box stands in the open: by what is said of it, or by the site where nothing is. */
export function isInTheOpen({ enclosures, site }: Plan, id: EnclosureId): boolean {
  return enclosures[id]!.outdoor !== null || site.place === 'outdoors'
}
