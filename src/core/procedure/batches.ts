import { counted } from '@/core/quantity'
import type { Plan } from '@/core/plan'
import type { BenchEnd } from './ends'

export const BATCH_BY = ['tool', 'device', 'cable'] as const
/** What ends are made after: the tool and die in hand, the device they go to, the lead they belong to. */
export type BatchBy = (typeof BATCH_BY)[number]

/** Ends that are made one after the other. */
export interface Batch {
  readonly key: string
  readonly title: string
  readonly ends: readonly BenchEnd[]
}

const setting = ({ treatment }: BenchEnd) => `${treatment.tool}|${treatment.die}`

/** Ends in batches, in the order in which they are made. */
export function batchesOf(plan: Plan, ends: readonly BenchEnd[], by: BatchBy): readonly Batch[] {
  const batches = new Map<string, { readonly title: string; readonly ends: BenchEnd[] }>()
  for (const end of ends) {
    const [key, title] = keyOf(plan, end, by)
    const batch = batches.get(key) ?? { title, ends: [] }
    batch.ends.push(end)
    batches.set(key, batch)
  }
  const list = [...batches].map(([key, { title, ends: own }]) => ({
    key,
    title,
    // Within a batch one tool after the other.
    ends: by === 'tool' ? own : [...own].sort((a, b) => setting(a).localeCompare(setting(b))),
  }))
  return list.sort((a, b) =>
    by === 'tool'
      ? setting(a.ends[0]!).localeCompare(setting(b.ends[0]!), 'en', { numeric: true }) ||
        a.title.localeCompare(b.title, 'en', { numeric: true })
      : a.title.localeCompare(b.title, 'en', { numeric: true }),
  )
}

function keyOf(plan: Plan, end: BenchEnd, by: BatchBy): readonly [string, string] {
  if (by === 'tool') {
    const { treatment } = end
    return [`${treatment.treatment} ${treatment.die} ${treatment.what}`, treatment.what]
  }
  if (by === 'device') {
    const { tag, name } = plan.devices[end.end.device]!
    return [end.end.device, `${tag}, ${name}`]
  }
  const { cable, label } = plan.wires[end.wire]!
  return cable === null ? [end.wire, label || end.wire] : [cable, plan.cables[cable]!.name]
}

/** How often a tool or its die is changed while ends are made in an order. */
export function toolChanges(batches: readonly Batch[]): number {
  let changes = 0
  let last: string | null = null
  for (const end of batches.flatMap(({ ends }) => ends)) {
    const own = setting(end)
    if (last !== null && own !== last) changes += 1
    last = own
  }
  return changes
}

/** "47 changes of tool or die fewer than wire by wire." */
export function savedWords(plan: Plan, ends: readonly BenchEnd[], by: BatchBy): string {
  const own = toolChanges(batchesOf(plan, ends, by))
  const each = toolChanges([{ key: '', title: '', ends }])
  return own < each
    ? `${counted(own, 'change')} of tool or die, ${each - own} fewer than wire by wire.`
    : `${counted(own, 'change')} of tool or die.`
}
