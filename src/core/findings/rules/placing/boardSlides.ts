import { PART_KINDS, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

const PLUGS: ReadonlySet<string> = new Set(['pluggable', 'crimp-housing', 'pin-header', 'moulded'])

export const boardSlides = defineLayingRule<{ readonly device: DeviceId; readonly by: string }>({
  severity: 'caution',
  title: 'Slides back under plugging force',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }) => {
      const isPlugged =
        Object.values(part.terminals).some((terminal) => PLUGS.has(terminal!.clamp)) || (part.ports ?? []).length > 0
      const isLoose =
        device.fixedWith === 'tape' || device.fixedWith === 'ties' || (part.mounting === 'loose' && !device.fixedWith)
      return isPlugged && isLoose && device.place.kind === 'face' && PART_KINDS[part.behaviour.kind].isPluggedOften
        ? [{ device: id, by: device.fixedWith ?? 'nothing' }]
        : []
    }),
  word: ({ device, by }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} has plugs and is held by ${by}`,
    why: 'A plug takes 10 to 40 N; the board slides back and the plug is half in. Screws, or a stop behind it.',
    fixes: [
      {
        label: `Screw ${context.device(device).tag} on`,
        commands: [{ type: 'updateDevice', id: device, changes: { fixedWith: 'screws' } }],
      },
    ],
  }),
})
