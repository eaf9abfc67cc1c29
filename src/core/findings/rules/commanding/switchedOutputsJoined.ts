import { moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { Context } from '../../context'
import { defineRule } from '../../types'

interface Facts {
  readonly outputs: readonly { readonly device: DeviceId; readonly mover: string }[]
  readonly loads: readonly DeviceId[]
}

export const switchedOutputsJoined = defineRule<Facts>({
  severity: 'stop',
  title: 'Outputs of two relays joined',
  stage: 'connect',
  source: SOURCES.iec60204Failure,
  find: (context) =>
    context.joinedNets.flatMap(({ ends }): Facts[] => {
      const outputs = new Map<string, { readonly device: DeviceId; readonly mover: string }>()
      for (const { device, terminal } of ends) {
        const { function: fn } = context.terminal(device, terminal)
        if (fn !== 'contact-NO' && fn !== 'contact-NC') continue
        for (const link of context.part(device).links) {
          if (link.kind !== 'contact' && link.kind !== 'semiconductor') continue
          if (link.a !== terminal && link.b !== terminal) continue
          const mover = moverOf(context.part(device), link)
          if (mover.by === 'coil') outputs.set(`${device} ${mover.id}`, { device, mover: mover.name })
        }
      }
      if (outputs.size < 2) return []
      const loads = [...new Set(ends.flatMap(({ device }) => (isLoad(context, device) ? [device] : [])))]
      // Two relays beside each other may well feed one load; two loads behind two relays are no longer apart.
      return loads.length > 1 ? [{ outputs: [...outputs.values()], loads: loads.sort() }] : []
    }),
  word: ({ outputs, loads }, context) => ({
    subjects: [...new Set([...outputs.map(({ device }) => device), ...loads])].map((id) => ({ kind: 'device', id })),
    what: `The outputs ${outputs.map(({ device, mover }) => `${context.device(device).tag} ${mover}`).join(' and ')} are joined: ${loads.map((id) => context.device(id).tag).join(' and ')} come on together`,
    why: 'Each of the relays now feeds both loads; what should be off is live. Take the link between the outputs off; commons may be linked.',
  }),
})

const isLoad = (context: Context, id: DeviceId) =>
  context.part(id).draws.length > 0 || context.part(id).behaviour.kind === 'outlet'
