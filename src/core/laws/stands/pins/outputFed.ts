import { terminalKey, type Potential } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule, powerOutputs, type JoinedContext } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly by: DeviceId
  readonly kind: Potential['kind']
}

const NAMES: Readonly<Record<Potential['kind'], string>> = {
  L: 'line',
  N: 'neutral',
  PE: 'earth',
  '+': 'plus',
  '-': 'minus',
}

/** The source of another device on whose rail a terminal stands. */
function fedBy(context: JoinedContext, device: DeviceId, terminal: TerminalId): Facts | null {
  const key = terminalKey(device, terminal)
  const other = context.potentials(key).find((each) => each.kind !== 'PE' && each.device !== device)
  return other && context.isJoined(device, terminal) ? { device, terminal, by: other.device, kind: other.kind } : null
}

export const outputFed = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'An output that is fed from outside',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) =>
      powerOutputs(part).flatMap((terminal) => fedBy(context, id, terminal) ?? []),
    ),
  word: ({ device, terminal, by, kind }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    alike: device,
    what: `${context.terminalName(device, terminal)} gives what ${context.device(device).tag} makes, and is joined to the ${NAMES[kind]} of ${context.device(by).tag}`,
    why: 'What it gives and what is put on it meet in its transistors, which do not survive that: a drive is gone in the moment when it is switched on. The feed goes to its inputs, the motor alone to its outputs.',
  }),
})
