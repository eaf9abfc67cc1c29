import { splitKey } from '@/core/model'
import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

/** What an earth conductor may be led on from: a stud, a strip, a splice, the inlet, a frame that is a bar itself. */
const HUBS: ReadonlySet<string> = new Set([
  'earth-stud',
  'terminal-strip',
  'splice',
  'mains-inlet',
  'exposed-metal',
  'coupler',
  'outlet',
])

export const earthChained = defineRule<{ readonly device: DeviceId; readonly by: DeviceId }>({
  severity: 'caution',
  title: 'An earth led on from another device’s screw',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  find: (context) => {
    const ends = new Map(
      context.model.conductors.map(({ id, from, to }) => [id, [splitKey(from).device, splitKey(to).device] as const]),
    )
    return context.reckoning.earths.flatMap(({ device, path }) => {
      const passed = new Set((path ?? []).flatMap((wire) => ends.get(wire) ?? []))
      const by = [...passed]
        .sort()
        .find(
          (id) => id !== device && !HUBS.has(context.part(id).behaviour.kind) && context.device(id).origin !== 'remove',
        )
      return by && context.device(device).origin !== 'remove' ? [{ device, by }] : []
    })
  },
  word: ({ device, by }, context) => ({
    subjects: [device, by].map((id) => ({ kind: 'device', id })),
    what: `The earth of ${context.device(device).tag} is led on from ${context.device(by).tag}`,
    why: 'Whoever takes that device out takes the earth of the next one with it. Each gets a conductor of its own to the stud or bar.',
  }),
})
