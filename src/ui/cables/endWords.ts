import { connectorName } from '@/core/cables'
import type { CableId, Plan } from '@/core/plan'

/** "in A1 M2", "loose 2.5 mm pitch contact", "bare". */
export function endWords(plan: Plan, id: CableId, end: 'a' | 'b'): string {
  const { kind, family, mates, ways } = plan.cables[id]!.ends[end]
  if (kind === 'bare') return 'bare'
  if (mates) return `in ${connectorName(plan, mates)}`
  return `loose ${family ?? 'plug'}${ways === null ? '' : `, ${ways} ways`}`
}
