import { landed, type Plan, type Wire, type WireEnd, type WireId } from '@/core/plan'
import type { EndTreatment, Reckoning, WireReckoning } from '@/core/figures'
import { FACTS_VERSION } from './facts'
import type { ActEnd } from './types'

/** One wire end to be made at the bench. */
export interface BenchEnd extends ActEnd {
  readonly wire: WireId
  readonly side: 'from' | 'to'
  readonly letter: 'A' | 'B'
  readonly end: Extract<WireEnd, { kind: 'terminal' }>
  /** Where the other end of its wire goes; null where that is parked. */
  readonly other: Extract<WireEnd, { kind: 'terminal' }> | null
  readonly size: string
  readonly length_mm: number
  /** Nobody knows its way: to be measured in place. */
  readonly isAssumed: boolean
  readonly treatment: EndTreatment
}

export const endId = (wire: WireId, side: 'from' | 'to') => `end:${wire}:${side}`

/** The ends of a wire that are made here, with what each is made under. */
export function endsOfWire(id: WireId, wire: Wire, reckoned: WireReckoning | undefined): readonly BenchEnd[] {
  if (!reckoned || reckoned.size === null) return []
  const { size, length_mm } = reckoned
  return (['from', 'to'] as const).flatMap((side): BenchEnd[] => {
    const end = wire[side]
    const treatment = reckoned[side]
    if (end.kind !== 'terminal' || !treatment) return []
    const other = wire[side === 'from' ? 'to' : 'from']
    const terminal = `${end.device}|${end.terminal}`
    return [
      {
        id: endId(id, side),
        wire: id,
        side,
        letter: side === 'from' ? 'A' : 'B',
        end,
        other: other.kind === 'terminal' ? other : null,
        size,
        length_mm,
        isAssumed: reckoned.lengthFrom === 'assumed',
        treatment,
        facts: { size, made: treatment.code, terminal, version: FACTS_VERSION },
        earlierFacts: { size, made: treatment.what, terminal },
      },
    ]
  })
}

/** Every end of a plan that is made, wire by wire. What comes out, or is there and stays as it is, is not made. */
export function benchEnds(plan: Plan, reckoning: Reckoning): readonly BenchEnd[] {
  const { wires } = landed(plan)
  return Object.values(reckoning.wires).flatMap((reckoned) => {
    const wire = wires[reckoned.id]
    return wire && wire.origin !== 'remove' ? endsOfWire(reckoned.id, wire, reckoned) : []
  })
}
