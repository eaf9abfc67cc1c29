import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const mainsTerminalsBare = defineRule<{ readonly device: DeviceId; readonly isSaid: boolean }>({
  severity: 'stop',
  title: 'Bare mains terminals without a cover',
  stage: 'layout',
  source: SOURCES.iec60204Direct,
  find: (context) => {
    const live = new Set(
      context.wires.flatMap(({ wire }) =>
        wire.function === 'L' || wire.function === 'N'
          ? [wire.from, wire.to].flatMap((end) => (end.kind === 'terminal' ? [end.device] : []))
          : [],
      ),
    )
    return context.devices.flatMap(({ id, device, part }) =>
      live.has(id) &&
      (part.touch === 'open' ? !device.hasCover : part.touch === 'with-cover' && device.hasCover === false)
        ? [{ device: id, isSaid: device.hasCover === false }]
        : [],
    )
  },
  word: ({ device, isSaid }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    alike: 'cover',
    what: isSaid
      ? `The mains terminals of ${context.device(device).tag} are bare and no cover is over them`
      : `The mains terminals of ${context.device(device).tag} are bare; nobody said yet whether a cover goes over them`,
    // What nobody answered yet is asked; a cover that is off is a stop.
    severity: isSaid ? 'stop' : 'caution',
    why: 'A box is opened for a fuse or a look, with the plug in. A cover that wants a tool keeps fingers off.',
    fixes: [
      {
        label: `A cover goes over ${context.device(device).tag}`,
        commands: [{ type: 'updateDevice', id: device, changes: { hasCover: true } }],
      },
    ],
  }),
})
