import { othersOn } from '@/core/figures'
import { terminalKey } from '@/core/model'
import { coilsOf, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly coil: string
  readonly open: readonly TerminalId[]
}

export const coilNeverWorked = defineRule<Facts>({
  severity: 'stop',
  title: 'A relay that nothing can work',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] =>
      coilsOf(part).flatMap((actuator): Facts[] => {
        const isUsed = part.links.some(
          (link) =>
            'actuator' in link &&
            link.actuator === actuator.id &&
            [link.a, link.b].every((end) => context.wiresAt(id, end).length > 0),
        )
        if (!isUsed) return []
        const { plus, minus } = actuator.coil
        const open = [plus, minus].filter(
          (end) =>
            context.potentials(terminalKey(id, end)).length === 0 &&
            othersOn(context.model, terminalKey(id, end)).length === 0,
        )
        // A terminal that must be wired is asked for by itself.
        const isAsked = open.every((end) => part.terminals[end]!.need === 'required')
        return open.length > 0 && !isAsked ? [{ device: id, coil: actuator.name, open }] : []
      }),
    ),
  word: ({ device, coil, open }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      ...open.map((terminal) => ({ kind: 'terminal' as const, device, terminal })),
    ],
    what: `${context.device(device).tag} ${coil}: its contact is wired, and ${open.map((terminal) => context.terminal(device, terminal).label).join(', ')} ${open.length === 1 ? 'is' : 'are'} open`,
    why: 'Nothing ever moves it: what hangs on its contact stays as it is at rest. Join its input to the output that should command it.',
  }),
})
