import { isCommanded, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const restartsByItself = defineRule<{ readonly device: DeviceId }>({
  severity: 'caution',
  title: 'Starts by itself when the power comes back',
  stage: 'guard',
  source: SOURCES.iec60204Restart,
  find: (context) =>
    [
      ...new Set(
        context.ways.flatMap(({ device, isMains, passages }) => {
          const part = context.part(device)
          const isMotor = part.draws.some(({ startFactor }) => startFactor > 1) && part.behaviour.kind !== 'fan'
          const drops = passages.some(
            ({ link, device: by }) =>
              link.kind === 'semiconductor' || (link.kind === 'contact' && isCommanded(context.part(by), link)),
          )
          return isMains && isMotor && !drops && context.device(device).origin !== 'remove' ? [device] : []
        }),
      ),
    ].map((device) => ({ device })),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}, ${context.device(device).name}, hangs on switches alone: after a power cut it runs again as soon as the mains is back`,
    why: 'Someone has a hand in it by then. A contactor that drops out and wants a start button, or a relay that the controller closes, keeps it still.',
  }),
})
