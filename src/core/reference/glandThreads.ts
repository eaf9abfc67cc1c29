/** Cable glands by thread: what hole they want, what they clamp, what their nut takes up. */
import { SOURCES, type SourceRef } from './sources'

export interface GlandThread {
  readonly size: string
  readonly family: 'PG' | 'M'
  /** Outside diameter of the thread. */
  readonly thread_mm: number
  /** Clearance hole; common practice. */
  readonly hole_mm: number
  /** What its clamp holds tight; typical of plastic glands. */
  readonly clampMin_mm: number
  readonly clampMax_mm: number
  /** Locknut across its corners; typical. */
  readonly nut_mm: number
  /** Usable thread behind the shoulder, less the nut: the thickest wall it still grips; typical. */
  readonly grip_mm: number
  readonly source: SourceRef
}

const rows = (
  family: 'PG' | 'M',
  source: SourceRef,
  list: readonly (readonly [string, number, number, number, number, number, number])[],
): GlandThread[] =>
  list.map(([size, thread_mm, hole_mm, clampMin_mm, clampMax_mm, nut_mm, grip_mm]) => ({
    size,
    family,
    thread_mm,
    hole_mm,
    clampMin_mm,
    clampMax_mm,
    nut_mm,
    grip_mm,
    source,
  }))

export const GLAND_THREADS: readonly GlandThread[] = [
  ...rows('PG', SOURCES.din40430, [
    ['PG7', 12.5, 13, 3, 6.5, 21, 4],
    ['PG9', 15.2, 15.7, 4, 8, 25, 4],
    ['PG11', 18.6, 19.1, 5, 10, 28, 4],
    ['PG13.5', 20.4, 20.9, 6, 12, 31, 4.5],
    ['PG16', 22.5, 23, 10, 14, 33, 5],
    ['PG21', 28.3, 28.8, 13, 18, 41, 5.5],
    ['PG29', 37, 37.5, 18, 25, 53, 5.5],
    ['PG36', 47, 47.5, 22, 32, 67, 6.5],
    ['PG42', 54, 54.5, 32, 38, 76, 6.5],
    ['PG48', 59.3, 59.8, 37, 44, 82, 7],
  ]),
  ...rows('M', SOURCES.en60423, [
    ['M12', 12, 12.5, 3, 6.5, 20, 4],
    ['M16', 16, 16.5, 4, 8, 25, 4.5],
    ['M20', 20, 20.5, 6, 12, 30, 4.5],
    ['M25', 25, 25.5, 11, 17, 36, 5],
    ['M32', 32, 32.5, 15, 21, 46, 6],
    ['M40', 40, 40.5, 19, 28, 57, 6.5],
    ['M50', 50, 50.5, 27, 35, 69, 7],
    ['M63', 63, 63.5, 34, 45, 83, 7],
  ]),
]

/** The thread of a name such as "M20" or "pg 13,5"; null where there is none. */
export function glandThread(name: string): GlandThread | null {
  const wanted = name.replace(/\s+/g, '').replace(',', '.').toUpperCase()
  return GLAND_THREADS.find(({ size }) => size === wanted) ?? null
}
