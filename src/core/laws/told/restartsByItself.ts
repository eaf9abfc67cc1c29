import { doesOf, isCommanded, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, scenarioOf, stillDrawing, defineRule } from '@/core/judging'

/** A stop or guard that takes it off when it is worked, where one does. */
const stopOf = ({ reckoning }: Context, device: DeviceId): DeviceId | null =>
  reckoning.stops.flatMap(({ device: stop, cuts }) => (cuts.includes(device) ? [stop] : [])).sort()[0] ?? null

export const restartsByItself = defineRule<{ readonly device: DeviceId; readonly stop: DeviceId | null }>({
  severity: 'caution',
  title: 'Starts by itself when the power comes back',
  stage: 'guard',
  source: SOURCES.iec60204Restart,
  find: (context) =>
    [
      ...new Set(
        context.ways.flatMap(({ device, isMains, passages }) => {
          const part = context.part(device)
          const isMotor = part.draws.some((draw) => doesOf(part, draw) === 'moves') && part.behaviour.kind !== 'driver'
          const drops = passages.some(
            ({ link, device: by }) =>
              link.kind === 'semiconductor' || (link.kind === 'contact' && isCommanded(context.part(by), link)),
          )
          if (!isMotor || context.device(device).origin === 'remove') return []
          // Solved from rest, with buttons let go and no program running: what is fed then starts by itself.
          const isFromRest = context.reckoning.idle.includes(device)
          return (isMains && !drops) || (isFromRest && stopOf(context, device) !== null) ? [device] : []
        }),
      ),
    ].map((device) => ({ device, stop: stopOf(context, device) })),
  word: ({ device, stop }, context) => {
    const what = context.model.sources.some(({ potential: { kind } }) => kind === 'L') ? 'the mains' : 'the power'
    return {
      harm:
        stillDrawing(context.plan, scenarioOf(`${what} back and nobody’s hand on anything`, { isIdle: true }), [
          device,
        ]) ?? undefined,
      // Letting go of a stop must not start anything; a saw that starts with its main switch is a saw with a main switch.
      severity: stop ? 'stop' : 'caution',
      subjects: [device, ...(stop ? [stop] : [])].map((id) => ({ kind: 'device', id })),
      what: stop
        ? `${context.device(device).tag}, ${context.device(device).name}, runs again as soon as ${context.device(stop).tag} is let go, or ${what} comes back`
        : `${context.device(device).tag}, ${context.device(device).name}, hangs on switches alone: after a power cut it runs again as soon as ${what} is back`,
      why: 'Someone has a hand in it by then. A contactor that drops out and wants a start button, or a relay that the controller closes, keeps it still.',
    }
  },
})
