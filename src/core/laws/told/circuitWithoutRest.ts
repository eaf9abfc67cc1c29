import type { DeviceId, StateId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const circuitWithoutRest = defineRule<{ readonly state: StateId; readonly devices: readonly DeviceId[] }>({
  severity: 'stop',
  title: 'A coil that takes its own feed away',
  stage: 'guard',
  source: SOURCES.practice,
  find: ({ reckoning }) => {
    const found = Object.entries(reckoning.states).flatMap(([state, { chattering }]) =>
      chattering.length > 0 ? [{ state: state as StateId, devices: chattering }] : [],
    )
    // The same coils in another state are the same mistake.
    return found.filter(({ devices }, i) => found.findIndex((other) => other.devices.join() === devices.join()) === i)
  },
  word: ({ state, devices }, context) => ({
    subjects: devices.map((id) => ({ kind: 'device', id })),
    what: `${devices.map((id) => context.device(id).tag).join(' and ')} ${devices.length === 1 ? 'finds' : 'find'} no rest in state “${context.plan.states[state]!.name}”: as soon as ${devices.length === 1 ? 'it works, its own contacts take' : 'one works, its contacts take'} the feed away, and give it back`,
    why: 'It buzzes, its contacts weld, and what it switches is on or off by chance. Feed the coil from before its own contact, or by the contact that closes when it works.',
  }),
})
