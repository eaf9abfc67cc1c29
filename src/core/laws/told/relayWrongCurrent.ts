import { SOURCES } from '@/core/reference'
import type { SwitchReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

export const relayWrongCurrent = defineRule<SwitchReckoning & { readonly made: 'ac' | 'dc' }>({
  severity: 'stop',
  title: 'Solid-state relay for the other kind of current',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.switches.flatMap((each) => {
      const { behaviour } = context.part(each.device)
      if (behaviour.kind !== 'solid-state-relay' || context.device(each.device).origin === 'remove') return []
      return (behaviour.load === 'ac') === (each.system === 'ac-1ph') ? [] : [{ ...each, made: behaviour.load }]
    }),
  word: ({ device, made }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} is made for ${made === 'ac' ? 'alternating' : 'direct'} current and switches ${made === 'ac' ? 'direct' : 'alternating'} current`,
    why:
      made === 'ac'
        ? 'On direct current it never lets go: there is no zero to switch off at. The load stays on.'
        : 'On alternating current half of every wave passes through it, always; it burns.',
  }),
})
