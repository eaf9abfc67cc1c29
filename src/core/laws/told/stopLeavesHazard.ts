import { doesAny, heats, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type StopReckoning, workedPositions } from '@/core/behaviour'
import { scenarioOf, stillDrawing, type Context, openCoils, defineRule } from '@/core/judging'

const stopWorked = (context: Context, device: DeviceId) =>
  scenarioOf(`${context.device(device).tag} pressed`, { held: { [device]: workedPositions(context.part(device)) } })

/** What only warms hurts slowly: some leave it on, so that the nozzle does not clog. */
const onlyHeats = (context: Context, device: DeviceId) =>
  heats(context.part(device)) && !doesAny(context.part(device), 'moves', 'pumps')

export const stopLeavesHazard = defineRule<StopReckoning>({
  severity: 'stop',
  title: 'The emergency stop leaves something going',
  stage: 'guard',
  source: SOURCES.iec60204Stop,
  find: ({ reckoning }) => reckoning.stops.filter(({ hazards, isEmergency }) => isEmergency && hazards.length > 0),
  word: ({ device, hazards, cuts }, context) => ({
    severity: hazards.every((id) => onlyHeats(context, id)) ? 'caution' : 'stop',
    harm: stillDrawing(context.plan, stopWorked(context, device), hazards) ?? undefined,
    subjects: [
      { kind: 'device', id: device },
      ...hazards.slice(0, 8).map((id) => ({ kind: 'device' as const, id })),
      ...openCoils(context),
    ],
    what: `${context.device(device).tag} pressed: ${cuts.length === 0 ? 'nothing goes off' : `${cuts.map((id) => context.device(id).tag).join(', ')} go off`}; ${hazards.map((id) => context.device(id).tag).join(', ')}, which move or heat, go on`,
    why: 'Whoever hits the button expects everything that moves or heats to stop. Lead their feed through it, or through a contactor whose coil it opens. Built like this it is a stop button and no rated safety function.',
  }),
})
