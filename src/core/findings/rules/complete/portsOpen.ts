import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

/** Sockets for data that nothing is plugged into and of which nobody said that they stay open. */
export const portsOpen = defineJoiningRule<{ readonly device: DeviceId; readonly connectors: readonly string[] }>({
  severity: 'note',
  title: 'Sockets for data with nothing in them',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      const connectors = part.connectors
        .filter(({ ways }) => {
          const own = ways.filter((way): way is TerminalId => way !== null)
          const isData =
            own.length > 0 &&
            own.every((way) => part.terminals[way]!.function === 'data' && part.terminals[way]!.clamp === 'moulded')
          return isData && own.every((way) => context.isOpen(id, way))
        })
        .map(({ id: connector }) => connector)
      return connectors.length > 0 ? [{ device: id, connectors }] : []
    }),
  word: ({ device, connectors }, context) => {
    const { tag, leftOpen } = context.device(device)
    const names = connectors.map((id) => context.part(device).connectors.find((each) => each.id === id)!.name)
    return {
      subjects: [{ kind: 'device', id: device }],
      what: `${tag}: ${names.join(', ')} ${names.length === 1 ? 'has' : 'have'} nothing in ${names.length === 1 ? 'it' : 'them'}`,
      why: 'Data cables forgotten until the covers were on are the commonest of all mistakes. Plug them in, or say that they stay open.',
      fixes: [
        {
          label: names.length === 1 ? 'It stays open on purpose' : 'They stay open on purpose',
          commands: [
            {
              type: 'updateDevice',
              id: device,
              changes: {
                leftOpen: [
                  ...leftOpen,
                  ...connectors.map((id) => ({ at: `connector:${id}`, until: 'purpose' as const })),
                ],
              },
            },
          ],
        },
      ],
    }
  },
})
