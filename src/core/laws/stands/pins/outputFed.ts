import { terminalKey, type Potential } from '@/core/model'
import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule, type JoinedContext } from '@/core/judging'

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

/** What a part makes by its electronics and gives out with power: no signal, contact, fuse or winding, and no pole of a source. */
function outputsOf({ terminals, links, draws, behaviour }: Part): readonly TerminalId[] {
  if (draws.length === 0) return []
  const own = new Set([
    ...links.flatMap((link) => (link.kind === 'bar' ? link.terminals : [link.a, link.b])),
    ...('outputs' in behaviour ? behaviour.outputs.flatMap(({ plus, minus }) => [plus, minus]) : []),
  ])
  return (Object.keys(terminals) as TerminalId[]).filter(
    (id) => terminals[id]!.direction === 'out' && terminals[id]!.function === 'any' && !own.has(id),
  )
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
      outputsOf(part).flatMap((terminal) => fedBy(context, id, terminal) ?? []),
    ),
  word: ({ device, terminal, by, kind }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    alike: device,
    what: `${context.terminalName(device, terminal)} gives what ${context.device(device).tag} makes, and is joined to the ${NAMES[kind]} of ${context.device(by).tag}`,
    why: 'What it gives and what is put on it meet in its transistors, which do not survive that: a drive is gone in the moment when it is switched on. The feed goes to its inputs, the motor alone to its outputs.',
  }),
})
