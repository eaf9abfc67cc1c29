/** What the rules about joined sources share. */
import type { DeviceId } from '@/core/plan'
import { Groups } from '@/core/model'
import type { Context } from '../../context'

export interface JoinedSource {
  readonly device: DeviceId
  readonly output: string
  readonly isOutside: boolean
}

/** Groups of sources whose positives are joined by wires, bars and fuses; what only meets behind an open contact is not joined yet. */
export function joinedPositives(context: Context): readonly (readonly JoinedSource[])[] {
  const joined = new Groups()
  for (const { a, b, link } of context.model.passages)
    if (link.kind === 'protective') joined.join(context.model.netOf(a), context.model.netOf(b))
  const groups = new Map<string, JoinedSource[]>()
  for (const { potential, terminal } of context.model.sources) {
    if (potential.kind !== '+') continue
    const root = joined.find(context.model.netOf(terminal))
    groups.set(root, [
      ...(groups.get(root) ?? []),
      {
        device: potential.device,
        output: potential.output!,
        isOutside: context.part(potential.device).behaviour.kind === 'outside-source',
      },
    ])
  }
  return [...groups.values()].filter((group) => group.length > 1)
}
