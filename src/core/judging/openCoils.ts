import { isCoilHalfOpen } from '@/core/model'
import type { Context } from './context'
import type { Subject } from './rule'

/**
 * Relays and contactors of which one coil lead goes nowhere. They count as worked, since what is not planned may work them; so
 * what is told of a stop may be told because of them, and names them.
 */
export const openCoils = ({ model }: Context): readonly Subject[] =>
  [...new Set(model.movers.filter((mover) => isCoilHalfOpen(model, mover)).map(({ device }) => device))]
    .sort()
    .slice(0, 3)
    .map((id) => ({ kind: 'device', id }))
