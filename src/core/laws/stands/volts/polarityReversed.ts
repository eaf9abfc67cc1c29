import { evidenceOf } from '@/core/intent'
import { doesOf, factsOf, type Command, type DeviceId, type TerminalId } from '@/core/plan'
import { waysFrom } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly draw: string
  /** What hangs behind it and is turned round with it. */
  readonly behind: readonly DeviceId[]
}

interface Reversed {
  readonly device: DeviceId
  readonly draw: string
}

/** The reversed devices through whose own contacts and fuses a reversed draw is fed. */
function through({ model }: Context, { device, draw }: Reversed, reversed: ReadonlySet<DeviceId>): readonly DeviceId[] {
  const { minus } = model.draws.find(({ id }) => id === `${device}#${draw}`)!
  for (const { potential, terminal } of model.sources) {
    const way = potential.kind === '+' ? waysFrom(model, terminal).get(minus) : undefined
    if (way) return [...new Set(way.map((each) => each.device))].filter((id) => id !== device && reversed.has(id))
  }
  return []
}

/** What is turned round at its own terminals, each with what is so only because of it. */
function turnedRound(context: Context): readonly Facts[] {
  const all = context.reckoning.draws.filter(
    ({ isReversed, device }) => isReversed && context.device(device).origin !== 'remove',
  )
  const reversed = new Set(all.map(({ device }) => device))
  const causes = new Map(all.map((each) => [each, through(context, each, reversed)]))
  const roots = new Map<string, Facts>()
  for (const { device, draw } of all.filter((each) => causes.get(each)!.length === 0)) {
    const { plus, minus } = context.part(device).draws.find(({ id }) => id === draw)!
    const behind = all.flatMap((each) => (causes.get(each)!.includes(device) ? [each.device] : []))
    // Two draws on the same pair of terminals are turned by one pair of wires.
    const key = `${device} ${plus} ${minus}`
    if (!roots.has(key)) roots.set(key, { device, draw, behind: [...new Set(behind)].sort() })
  }
  // Two that each feed the other: nobody is first.
  return roots.size > 0 ? [...roots.values()] : all.map(({ device, draw }) => ({ device, draw, behind: [] }))
}

/** A motor of brushes and nothing else: two leads, no electronics of its own. A brushless one has these inside, and says so or blows or pumps. */
function turnsRound(context: Context, device: DeviceId, id: string): boolean {
  const part = context.part(device)
  const does = doesOf(
    part,
    part.draws.find((each) => each.id === id)!,
  )
  // Where its part does not say what it does, the function that it serves does: an axis or a tool turns.
  const role = does === null ? evidenceOf(context.plan, { device, at: null })?.kind : null
  return (
    (does === 'moves' || role === 'axis' || role === 'tool') &&
    !factsOf(part).isElectronics &&
    part.links.length === 0 &&
    Object.keys(part.terminals).length === 2
  )
}

export const polarityReversed = defineRule<Facts>({
  severity: 'stop',
  title: 'Polarity reversed',
  stage: 'connect',
  source: SOURCES.practice,
  find: turnedRound,
  word({ device, draw, behind }, context) {
    const { plus, minus, name } = context.part(device).draws.find(({ id }) => id === draw)!
    const swap = (from: TerminalId, to: TerminalId): Command[] =>
      context
        .wiresAt(device, from)
        .map(({ id, side }) => ({ type: 'moveEnd', wire: id, side, end: { kind: 'terminal', device, terminal: to } }))
    const { tag } = context.device(device)
    const turns = behind.length === 0 && turnsRound(context, device, draw)
    return {
      ...(turns ? { severity: 'note' as const } : {}),
      subjects: [device, ...behind].map((id) => ({ kind: 'device', id })),
      what: `${tag} (${name}): plus and minus are exchanged at ${context.terminal(device, plus).label} and ${context.terminal(device, minus).label}${behind.length > 0 ? `, and with it at ${behind.map((id) => context.device(id).tag).join(', ')}` : ''}`,
      why: turns
        ? 'It turns the other way. Leave it so where that is meant, as of two wheels that face one another.'
        : 'Boards, fans, lamps and pixels are destroyed by it in a moment. Check polarity twice, at the plug.',
      fixes: [{ label: `Exchange the two at ${tag}`, commands: [...swap(plus, minus), ...swap(minus, plus)] }],
    }
  },
})
