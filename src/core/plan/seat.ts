/** How a module or a plug sits in what it goes into. */
export const SEATS = ['right', 'turned', 'offset'] as const
export type Seat = (typeof SEATS)[number]

/** Which way of so many a way meets, both counted from 0; outside of them where it hangs over the edge. */
export function wayMet(way: number, count: number, seated: Seat): number {
  if (seated === 'right') return way
  return seated === 'turned' ? count - 1 - way : way + 1
}
