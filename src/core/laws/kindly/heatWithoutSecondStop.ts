import { heats, moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly heater: DeviceId
  readonly relay: DeviceId
  readonly isMains: boolean
}

export const heatWithoutSecondStop = defineRule<Facts>({
  severity: 'stop',
  title: 'Heater without a second means of stopping it',
  stage: 'guard',
  source: SOURCES.iec60204Failure,
  find: (context) =>
    context.ways.flatMap(({ device, isMains, passages }): Facts[] => {
      if (!heats(context.part(device)) || context.device(device).origin === 'remove') return []
      const first = passages.find(({ link }) => link.kind === 'semiconductor')
      // A transistor on a board, a few watts at low voltage, is watched by its firmware alone in most machines; a relay is not.
      if (!first || (context.part(first.device).behaviour.kind !== 'solid-state-relay' && !isMains)) return []
      const hasSecond = passages.some(
        ({ link, device: other }) =>
          other !== first.device && link.kind === 'contact' && moverOf(context.part(other), link).by !== 'hand',
      )
      return hasSecond ? [] : [{ heater: device, relay: first.device, isMains }]
    }),
  word: ({ heater, relay, isMains }, context) => ({
    subjects: [
      { kind: 'device', id: heater },
      { kind: 'device', id: relay },
    ],
    what: `${context.device(heater).tag}, ${context.device(heater).name}, is stopped by ${context.device(relay).tag} alone`,
    why: 'A solid-state relay fails shorted: the heater stays on whatever the controller does. Put a thermal cut-out on the heated part, or a contactor in series.',
    severity: isMains ? 'stop' : 'caution',
  }),
})
