import { cite, SCREW_DATA, SOURCES, type ScrewSize } from '@/core/reference'
import { formatNumber } from '@/core/quantity'
import { COMMON_PRACTICE, step, type Trace } from '@/core/trace'

export interface FixingRequest {
  readonly screw: ScrewSize
  readonly count: number
  /** Of the flange or board that is held. */
  readonly held_mm: number
  /** Plate or wall it is held on. */
  readonly wall_mm: number
  /** Between the two; 0 where it lies flat. */
  readonly standoff_mm: number
  readonly into: 'nut' | 'standoff' | 'wood'
}

export interface Fixing {
  readonly screw: ScrewSize
  readonly count: number
  readonly length_mm: number
  /** What stands out behind the wall. */
  readonly behind_mm: number
  readonly washers: number
  readonly nuts: number
  /** Threaded inserts, in wood. */
  readonly inserts: number
  readonly standoffs: { readonly length_mm: number; readonly count: number } | null
  readonly trace: Trace
}

/** Lengths in which machine screws are sold; common practice. */
export const SCREW_LENGTHS_mm = [4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80] as const
/** Threads that must show beyond a nut. */
const THREADS_BEYOND = 2
/** Thread engaged in a tapped standoff, in diameters. */
const ENGAGED = 1

/** The shortest screw sold that holds: through what is held, washers, wall and nut with two threads to spare; or one diameter into a standoff. */
export function fixingFor({ screw, count, held_mm, wall_mm, standoff_mm, into }: FixingRequest): Fixing {
  const { nut_mm, washer_mm, pitch_mm } = SCREW_DATA[screw]
  const diameter_mm = Number(screw.slice(1))
  const isStandoff = into === 'standoff'
  const through_mm = isStandoff ? held_mm + washer_mm : held_mm + standoff_mm + wall_mm + 2 * washer_mm
  const wanted_mm = through_mm + (into === 'nut' ? nut_mm + THREADS_BEYOND * pitch_mm : ENGAGED * diameter_mm)
  const length_mm = SCREW_LENGTHS_mm.find((length) => length >= wanted_mm - 1e-9) ?? Math.ceil(wanted_mm / 10) * 10
  const behind_mm = isStandoff ? 0 : Math.max(0, length_mm - (held_mm + standoff_mm + wall_mm + washer_mm))
  return {
    screw,
    count,
    length_mm,
    behind_mm,
    washers: isStandoff ? count : 2 * count,
    nuts: into === 'nut' ? count : 0,
    inserts: into === 'wood' ? count : 0,
    standoffs: isStandoff ? { length_mm: standoff_mm, count } : null,
    trace: [
      step(
        'Through',
        `${formatNumber(held_mm)} mm held${isStandoff ? '' : ` + ${formatNumber(standoff_mm)} mm spacer + ${formatNumber(wall_mm)} mm wall`} + washers = ${formatNumber(through_mm)} mm`,
        COMMON_PRACTICE,
      ),
      step(
        'Screw',
        `${formatNumber(wanted_mm)} mm with ${into === 'nut' ? `the nut and ${THREADS_BEYOND} threads beyond it` : `${ENGAGED} diameter of thread engaged`}; the next sold is ${screw} × ${length_mm}`,
        into === 'nut' ? `${cite(SOURCES.iso4032)}; ${COMMON_PRACTICE}` : COMMON_PRACTICE,
      ),
    ],
  }
}
