import { cite, SOURCES } from '@/core/reference'

/** Of a conduit's section by how many leads lie in it: NEC chapter 9, table 1 (from memory). */
const BY_LEADS_percent = { one: 53, two: 31, more: 40 } as const
/** A nipple no longer than 24 in may be filled so far: note 4 to the table (from memory). */
const NIPPLE = { most_mm: 609.6, fill_percent: 60 } as const

/** How far a conduit may be filled. */
export function conduitFill_percent(leads: number, length_mm: number): number {
  if (length_mm <= NIPPLE.most_mm) return NIPPLE.fill_percent
  return leads === 1 ? BY_LEADS_percent.one : leads === 2 ? BY_LEADS_percent.two : BY_LEADS_percent.more
}

export const CONDUIT_SOURCE = cite(SOURCES.necChapter9)
