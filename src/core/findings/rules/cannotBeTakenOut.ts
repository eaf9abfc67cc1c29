import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../types'

const FAST: ReadonlySet<string> = new Set(['solder-lug', 'solder-pad', 'moulded', 'insulation-displacement'])

export const cannotBeTakenOut = defineRule<{ readonly device: DeviceId; readonly wires: number }>({
  severity: 'note',
  title: 'Comes out only by cutting a wire',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }) => {
      if (device.place.kind !== 'face') return []
      const own = context.wires.flatMap(({ wire }) =>
        (
          [
            [wire.from, wire.to],
            [wire.to, wire.from],
          ] as const
        ).flatMap(([here, there]) =>
          here.kind === 'terminal' && here.device === id
            ? [
                {
                  here: part.terminals[here.terminal]!.clamp,
                  there: there.kind === 'terminal' ? context.terminal(there.device, there.terminal).clamp : null,
                },
              ]
            : [],
        ),
      )
      const fast = own.filter(({ here, there }) => FAST.has(here) && (there === null || FAST.has(there)))
      return fast.length > 0 ? [{ device: id, wires: fast.length }] : []
    }),
  word: ({ device, wires }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${wires === 1 ? 'A wire' : `${wires} wires`} of ${context.device(device).tag} ${wires === 1 ? 'is' : 'are'} soldered or moulded at both ends`,
    why: 'Whoever replaces it has to cut. A connector or a clamp at one end saves that.',
  }),
})
