import type { DeviceId } from '@/core/plan'
import { drawPower_W } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const loadNotFed = defineRule<{ readonly device: DeviceId; readonly draw: string }>({
  severity: 'caution',
  title: 'Wired, and fed in no state',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.draws.flatMap(({ device, draw, voltage_V }) => {
      if (context.device(device).origin === 'remove' || Object.values(voltage_V).some((value) => value !== null))
        return []
      const entry = context.part(device).draws.find(({ id }) => id === draw)!
      const isWired = [entry.plus, entry.minus].every((terminal) => context.wiresAt(device, terminal).length > 0)
      // What takes nothing in any state is not missed, and what cannot be solved is said elsewhere.
      const takes =
        drawPower_W(context.device(device), entry) > 0 &&
        Object.entries(context.plan.states).some(
          ([, state]) => ((state!.shares as Readonly<Record<string, number>>)[device] ?? state!.defaultShare) > 0,
        )
      return isWired && takes && Object.values(context.reckoning.states).every(({ isSolved }) => isSolved)
        ? [{ device, draw }]
        : []
    }),
  word: ({ device, draw }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}, ${context.part(device).draws.find(({ id }) => id === draw)!.name}, has its wires and nothing reaches it`,
    why: 'Somewhere between it and its source a way is open: a wire left out, a contact that no state closes, a supply that is not fed itself.',
  }),
})
