import { SOURCES } from '@/core/reference'
import type { StopReckoning } from '@/core/behaviour'
import { isReadByPin, defineRule } from '@/core/judging'

export const stopNotFailSafe = defineRule<StopReckoning>({
  severity: 'stop',
  title: 'Emergency stop that a broken wire disables',
  stage: 'guard',
  source: SOURCES.iec60204EmergencyStop,
  // A limit switch or a guard that a program reads may be of either kind: the program knows.
  find: (context) =>
    context.reckoning.stops.filter(
      ({ device, isFailSafe, isEmergency }) => !isFailSafe && (isEmergency || !isReadByPin(context, device)),
    ),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} closes a contact when it is pressed`,
    why: 'A wire that came loose is found on the day the button is needed. Use contacts that are closed at rest and opened by force: then a broken wire stops the machine.',
  }),
})
