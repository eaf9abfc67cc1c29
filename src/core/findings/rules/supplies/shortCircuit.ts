import type { DeviceId } from '@/core/plan'
import { Groups } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly source: DeviceId
  readonly others: readonly DeviceId[]
  readonly isMains: boolean
}

export const shortCircuit = defineRule<Facts>({
  severity: 'stop',
  title: 'Both sides of a source joined',
  stage: 'connect',
  source: SOURCES.practice,
  find(context) {
    const { model } = context
    // A fuse does not make a short better: it only ends it.
    const joined = new Groups()
    for (const { a, b, link } of model.passages)
      if (link.kind === 'protective') joined.join(model.netOf(a), model.netOf(b))
    const at = (key: Parameters<typeof model.netOf>[0]) => joined.find(model.netOf(key))
    return model.sources.flatMap(({ potential, terminal }): Facts[] => {
      if (potential.kind !== 'L' && potential.kind !== '+') return []
      const other = model.sources.find(
        (each) =>
          each.potential.device === potential.device &&
          each.potential.output === potential.output &&
          each.potential.kind === (potential.kind === 'L' ? 'N' : '-'),
      )
      if (!other || at(terminal) !== at(other.terminal)) return []
      const others = context.devices
        .filter(
          ({ id, part }) =>
            id !== potential.device &&
            Object.keys(part.terminals).some((key) => at(`${id}|${key}` as typeof terminal) === at(terminal)),
        )
        .map(({ id }) => id)
      return [{ source: potential.device, others, isMains: potential.kind === 'L' }]
    })
  },
  word: ({ source, others, isMains }, context) => ({
    subjects: [{ kind: 'device', id: source }, ...others.slice(0, 40).map((id) => ({ kind: 'device' as const, id }))],
    what: `${isMains ? 'Line and neutral' : 'Plus and minus'} of ${context.device(source).tag} are joined by wires${
      others.length > 0
        ? `, by way of ${others
            .slice(0, 4)
            .map((id) => context.device(id).tag)
            .join(', ')}`
        : ''
    }`,
    why: 'Switched on, it is a short: all that the source can give flows through the thinnest wire of the ring. Look for two wires exchanged at one part.',
  }),
})
