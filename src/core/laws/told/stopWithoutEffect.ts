import { type StopReckoning, workedPositions } from '@/core/behaviour'
import { SOURCES } from '@/core/reference'
import { scenarioOf, stillDrawing, isReadByPin, openCoils, defineRule } from '@/core/judging'

export const stopWithoutEffect = defineRule<StopReckoning>({
  severity: 'stop',
  title: 'A stop or guard with nothing that it stops',
  stage: 'connect',
  source: SOURCES.iec60204Stop,
  find: (context) =>
    context.reckoning.stops.filter(
      ({ device, cuts, stays, hazards, isEmergency }) =>
        cuts.length === 0 && stays.length > 0 && !(isEmergency && hazards.length > 0) && !isReadByPin(context, device),
    ),
  word: ({ device, stays }, context) => ({
    harm:
      stillDrawing(
        context.plan,
        scenarioOf(`${context.device(device).tag} pressed`, {
          held: { [device]: workedPositions(context.part(device)) },
        }),
        stays,
      ) ?? undefined,
    subjects: [{ kind: 'device', id: device }, ...openCoils(context)],
    what: `${context.device(device).tag}, ${context.device(device).name}, pressed or opened: nothing goes off`,
    why: 'Solved with its contacts open, everything is fed as before. Lead the feed of what it should stop through it, or the coil of the contactor that feeds it.',
  }),
})
