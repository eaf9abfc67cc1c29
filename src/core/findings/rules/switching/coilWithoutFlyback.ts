import { coilsOf, type DeviceId } from '@/core/plan'
import { terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly by: DeviceId
}

export const coilWithoutFlyback = defineJoiningRule<Facts>({
  severity: 'caution',
  title: 'Coil switched by a transistor without a flyback diode',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) => {
    const { netOf } = context.model
    const isAcross = (nets: readonly string[]) =>
      context.devices.some(
        ({ id, part }) =>
          part.behaviour.kind === 'surge-filter' &&
          nets.every((net) => Object.keys(part.terminals).some((key) => netOf(terminalKey(id, key as never)) === net)),
      )
    return context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'relay' && part.behaviour.kind !== 'contactor') return []
      const bare = coilsOf(part).find(
        ({ coil }) =>
          !coil.hasFlyback && !isAcross([coil.plus, coil.minus].map((terminal) => netOf(terminalKey(id, terminal)))),
      )
      const transistor = context.ways
        .flatMap(({ device, passages }) => (device === id ? passages : []))
        .find(({ link }) => link.kind === 'semiconductor')
      return transistor && bare ? [{ device: id, by: transistor.device }] : []
    })
  },
  word: ({ device, by }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      { kind: 'device', id: by },
    ],
    what: `The coil of ${context.device(device).tag} is switched by ${context.device(by).tag}, and nothing takes up what the coil gives back when it goes off`,
    why: 'A coil answers a cut with hundreds of volts; the transistor dies of it, mostly as a short, and the relay stays on. Put a diode across the coil, its ring to the plus.',
  }),
})
