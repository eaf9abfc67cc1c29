import { landed, type Plan, type WireEnd, type WireId } from '@/core/plan'
import type { Evaluation } from '@/core/evaluate'
import { FACTS_VERSION } from '@/core/procedure'
import type { EndTreatment } from '@/core/figures'

/** One wire end to be made at the bench. */
export interface BenchEnd {
  /** The logbook's name for it. */
  readonly step: string
  readonly wire: WireId
  readonly side: 'from' | 'to'
  readonly letter: 'A' | 'B'
  readonly end: Extract<WireEnd, { kind: 'terminal' }>
  readonly size: string
  readonly length_mm: number
  readonly treatment: EndTreatment
  readonly facts: Readonly<Record<string, string>>
  /** The same as the first release wrote them. */
  readonly earlierFacts: Readonly<Record<string, string>>
}

/** Ends that are made the same way, with the same tool and die, one after the other. */
export interface Batch {
  readonly key: string
  readonly title: string
  readonly ends: readonly BenchEnd[]
}

export function batchesOf(plan: Plan, evaluation: Evaluation): readonly Batch[] {
  const batches = new Map<string, { title: string; ends: BenchEnd[] }>()
  for (const reckoned of Object.values(evaluation.reckoning.wires)) {
    const wire = landed(plan).wires[reckoned.id]
    if (!wire || wire.origin === 'remove' || reckoned.size === null) continue
    for (const side of ['from', 'to'] as const) {
      const end = wire[side]
      const treatment = reckoned[side]
      if (end.kind !== 'terminal' || !treatment) continue
      const key = `${treatment.treatment} ${treatment.die} ${treatment.what}`
      const batch = batches.get(key) ?? { title: treatment.what, ends: [] }
      batch.ends.push({
        step: `end:${reckoned.id}:${side}`,
        wire: reckoned.id,
        side,
        letter: side === 'from' ? 'A' : 'B',
        end,
        size: reckoned.size,
        length_mm: reckoned.length_mm,
        treatment,
        facts: {
          size: reckoned.size,
          made: treatment.code,
          terminal: `${end.device}|${end.terminal}`,
          version: FACTS_VERSION,
        },
        earlierFacts: { size: reckoned.size, made: treatment.what, terminal: `${end.device}|${end.terminal}` },
      })
      batches.set(key, batch)
    }
  }
  return [...batches]
    .map(([key, { title, ends }]) => ({ key, title, ends }))
    .sort((a, b) => a.title.localeCompare(b.title, 'en', { numeric: true }))
}
