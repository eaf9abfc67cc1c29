import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '../../types'

export const orientationForbidden = defineLayingRule<{ readonly device: DeviceId; readonly rotation_deg: number }>({
  severity: 'caution',
  title: 'Turned as it may not stand',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }) =>
      part.orientations === 'upright' && device.place.kind === 'face' && device.place.rotation_deg % 180 !== 0
        ? [{ device: id, rotation_deg: device.place.rotation_deg }]
        : [],
    ),
  word: ({ device, rotation_deg }, context) => {
    const { place } = context.device(device)
    return {
      subjects: [{ kind: 'device', id: device }],
      what: `${context.device(device).tag} stands turned by ${rotation_deg}° and is made to stand upright`,
      why: 'Its vents work by warm air rising through them; lying on its side it runs hotter than its sheet says.',
      fixes:
        place.kind === 'face'
          ? [
              {
                label: `Stand ${context.device(device).tag} upright`,
                commands: [{ type: 'moveDevice', id: device, place: { ...place, rotation_deg: 0 } }],
              },
            ]
          : [],
    }
  },
})
