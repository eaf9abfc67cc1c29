import type { OwnCommand } from '@/core/behaviour'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const fedByOwnCommand = defineRule<OwnCommand>({
  severity: 'stop',
  title: 'Fed only by what it switches on itself',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.ownCommands.filter(({ device }) => plan.devices[device]!.origin !== 'remove'),
  word: ({ device, by }, context) => {
    const { tag, name } = context.device(device)
    const relays = by.filter((id) => id !== device).map((id) => context.device(id).tag)
    return {
      subjects: [device, ...by.filter((id) => id !== device).slice(0, 5)].map((id) => ({ kind: 'device', id })),
      what: `${tag}, ${name}, has power only while ${relays.length > 0 ? `it works ${relays.join(', ')}` : 'its own output is on'}, which it cannot do without power`,
      why: 'Solved with its own commands let go, everything else commanded and every button held: nothing reaches it, so it never starts. Feed it from before what it switches.',
    }
  },
})
