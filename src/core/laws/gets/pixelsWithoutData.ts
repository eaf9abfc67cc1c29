import { terminalKey, othersOn } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

export const pixelsWithoutData = defineJoiningRule<{ readonly device: DeviceId; readonly terminal: TerminalId }>({
  severity: 'stop',
  title: 'Pixels without data',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      if (part.behaviour.kind !== 'pixel-string') return []
      const inputs = (Object.keys(part.terminals) as TerminalId[]).filter((terminal) => {
        const { function: fn, direction } = part.terminals[terminal]!
        return (fn === 'data' || fn === 'signal') && direction !== 'out'
      })
      const isSent = inputs.some((terminal) =>
        othersOn(context.model, terminalKey(id, terminal)).some(({ device, terminal: at }) => {
          const { function: fn, direction, level_V } = context.terminal(device, at)
          return (fn === 'data' || fn === 'signal') && direction !== 'in' && level_V !== 0
        }),
      )
      return inputs.length > 0 && !isSent && !inputs.every((terminal) => context.isLeftOpen(id, terminal))
        ? [{ device: id, terminal: inputs[0]! }]
        : []
    }),
  word: ({ device, terminal }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      { kind: 'terminal', device, terminal },
    ],
    alike: 'pixels',
    what: `No output sends data to ${context.device(device).tag}, ${context.device(device).name}`,
    why: 'Fed and without data, pixels stay dark or keep what they last showed. Join its data input to an output of the controller, or to the end of the string before it.',
  }),
})
