import { terminalKey, othersOn } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

export const driverWithoutMotor = defineJoiningRule<{ readonly device: DeviceId }>({
  severity: 'stop',
  title: 'A driver without its motor',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      if (part.behaviour.kind !== 'driver') return []
      const coils = (Object.keys(part.terminals) as TerminalId[]).filter((terminal) => {
        const { function: fn } = part.terminals[terminal]!
        return fn === 'coil-A' || fn === 'coil-B'
      })
      const isIdle =
        coils.length > 0 &&
        coils.every((key) => othersOn(context.model, terminalKey(id, key)).length === 0) &&
        !coils.every((key) => context.isLeftOpen(id, key))
      return isIdle ? [{ device: id }] : []
    }),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    alike: 'driver',
    what: `Nothing is wired to the motor terminals of ${context.device(device).tag}`,
    why: 'A driver switched on without its motor may take harm, and the axis stands. Add the motor and its leads, or take the driver off the plan until it comes.',
  }),
})
