import { coilsOf, doesOf, factsOf, type DeviceId, type Part, type RoleKind, type TerminalId } from '@/core/plan'
import { evidenceOf } from '@/core/intent'
import { terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly by: DeviceId
  readonly is: 'coil' | 'motor'
}

/** What serves such a function, where its part does not say what it does. */
const TURNING: readonly RoleKind[] = ['axis', 'flow', 'tool']

/** The ends of coils without a diode of their own, and of motors on direct current: each gives back what it holds. */
function inductive(part: Part, role: RoleKind | null): readonly (readonly [TerminalId, TerminalId, Facts['is']])[] {
  const { draws, behaviour, terminals } = part
  if (behaviour.kind === 'relay' || behaviour.kind === 'contactor')
    return coilsOf(part).flatMap(({ coil }) => (coil.hasFlyback ? [] : [[coil.plus, coil.minus, 'coil'] as const]))
  // What has electronics of its own, or data, takes it up by itself.
  const isPlain = !factsOf(part).isElectronics && Object.values(terminals).every((each) => each!.function !== 'data')
  return draws.flatMap((draw) => {
    const does = doesOf(part, draw)
    const isSaid = does === null ? role !== null && TURNING.includes(role) : does === 'moves' || does === 'pumps'
    const turns = isSaid && draw.system !== 'ac'
    // A control input of a relay with electronics works something too, and is no coil: a valve’s is said to be one.
    if (!isPlain || (!turns && (draw.does !== 'works' || draw.system === 'ac'))) return []
    return [[draw.plus, draw.minus, turns ? 'motor' : 'coil'] as const]
  })
}

export const coilWithoutFlyback = defineJoiningRule<Facts>({
  severity: 'caution',
  title: 'Switched by a transistor without a flyback diode',
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
      const bare = inductive(part, evidenceOf(context.plan, { device: id, at: null })?.kind ?? null).find(
        ([plus, minus]) => !isAcross([plus, minus].map((terminal) => netOf(terminalKey(id, terminal)))),
      )
      if (!bare) return []
      const transistor = context.ways
        .flatMap(({ device, isMains, passages }) => (device === id && !isMains ? passages : []))
        .find(({ link, device }) => link.kind === 'semiconductor' && device !== id)
      return transistor ? [{ device: id, by: transistor.device, is: bare[2] }] : []
    })
  },
  word: ({ device, by, is }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      { kind: 'device', id: by },
    ],
    what: `${is === 'coil' ? 'The coil of ' : ''}${context.device(device).tag} is switched by ${context.device(by).tag}, and nothing takes up what it gives back when it goes off`,
    why: `A ${is} answers a cut with hundreds of volts; the transistor dies of it, mostly as a short, and ${is === 'coil' ? 'what the coil works' : 'the motor'} stays on. Put a diode across it, its ring to the plus.`,
  }),
})
