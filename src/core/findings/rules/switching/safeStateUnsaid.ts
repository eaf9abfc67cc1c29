import { heats, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule, isCommandable } from '@/core/judging'

export const safeStateUnsaid = defineRule<{ readonly heater: DeviceId }>({
  severity: 'note',
  title: 'Nobody said what a heater does when control is lost',
  stage: 'guard',
  source: SOURCES.iec60204Failure,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }) =>
      heats(part) && device.safeState === null && isCommandable(context, id) ? [{ heater: id }] : [],
    ),
  word: ({ heater }, context) => ({
    subjects: [{ kind: 'device', id: heater }],
    what: `${context.device(heater).tag}, ${context.device(heater).name}: nobody said whether it is off or on when control is lost`,
    why: 'Said, it is checked for a dead controller, a floating pin and a broken wire. A heater is off then, with rare exceptions.',
    fixes: [
      {
        label: `${context.device(heater).tag} is off when control is lost`,
        commands: [{ type: 'updateDevice', id: heater, changes: { safeState: 'off' } }],
      },
    ],
  }),
})
