/** What the rules about joined sources share. */
import type { DeviceId } from '@/core/plan'
import { groupsBy } from '@/core/model'
import type { Context } from '../../context'

export interface JoinedSource {
  readonly device: DeviceId
  readonly output: string
  readonly isOutside: boolean
}

/** Groups of sources whose positives are joined by wires, bars and fuses; what only meets behind an open contact is not joined yet. */
export function joinedPositives(context: Context): readonly (readonly JoinedSource[])[] {
  const { model } = context
  const joined = groupsBy(model, ({ passage }) => passage === null || passage.link.kind === 'protective')
  const groups = new Map<number, JoinedSource[]>()
  for (const { potential, terminal } of model.sources) {
    if (potential.kind !== '+') continue
    const root = joined[model.jointOf(terminal)]!
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
