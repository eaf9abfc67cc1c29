import { FAMILIES } from '@/core/reference'
import { bandOf, type CurvedDevice } from './openingTime'

export interface Selectivity {
  readonly isSelective: boolean
  /** What the verdict rests on. */
  readonly reason: string
}

/** Two fuses of like kind part in order from this ratio on; the figure of gG fuses (IEC 60269-2, from memory), taken up to the next rating for small ones. */
const FUSE_RATIO = 2
/** A fuse opens before a breaker ahead of it trips only where the fault stays below the breaker's magnet. */
const BREAKER_RATIO = 1.6

/**
 * Whether the device nearer the fault opens first. A ratio rule, common practice: fuses from 2 : 1 on; a breaker ahead trips
 * with whatever is behind it once a fault reaches its magnetic band.
 */
export function selectivity(ahead: CurvedDevice, behind: CurvedDevice, fault_A: number): Selectivity {
  const ratio = ahead.rating_A / behind.rating_A
  const said = `${ahead.rating_A} A ÷ ${behind.rating_A} A = ${Number(ratio.toPrecision(3))}`
  if (FAMILIES[ahead.family].kind === 'fuse') {
    const isSelective = ratio >= FUSE_RATIO - 1e-9
    return { isSelective, reason: `${said}; fuses open in order from ${FUSE_RATIO} : 1 on` }
  }
  if (ratio < BREAKER_RATIO - 1e-9)
    return {
      isSelective: false,
      reason: `${said}; below ${BREAKER_RATIO} : 1 even an overload may trip the breaker first`,
    }
  // The corner before which the magnet does not act.
  const magnet_A = ahead.rating_A * magnetFrom(ahead)
  const isSelective = fault_A < magnet_A
  return {
    isSelective,
    reason: `${said}; a fault of ${Number(fault_A.toPrecision(3))} A is ${isSelective ? 'below' : 'within'} what the breaker ahead may trip at once from, ${Number(magnet_A.toPrecision(3))} A`,
  }
}

/** The multiple from which a breaker may trip without delay; it never does where it has no magnet. */
function magnetFrom(device: CurvedDevice): number {
  const { points } = bandOf(device)
  const jump = points.findIndex((point, i) => i > 0 && point.multiple < points[i - 1]!.multiple * 1.01)
  return jump > 0 ? points[jump - 1]!.multiple : Infinity
}
