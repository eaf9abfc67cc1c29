import { groupsBy, isLive, reachedFrom, splitKey, type Passage, type TerminalKey } from '@/core/model'
import { moverOf, PART_KINDS, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule, isLoose, isToOutside, ofJoints } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly ends: readonly [TerminalId, TerminalId]
  readonly is: 'dead-end' | 'one-thing' | 'inputs'
  /** The end behind which nothing is; the first where both lead to the same. */
  readonly at: TerminalId
  /** All that its ends lead to: contacts of one plus that is wanting lead to the same. */
  readonly to: string
}

/** What stands on a net: something that gives or takes, something that only reads, or neither. */
type Standing = 'gives' | 'reads' | null

/** What lies apart while every contact is open: the group of each joint, and what stands in it. */
interface Apart {
  readonly groups: readonly number[]
  readonly standing: ReadonlyMap<number, Standing>
  /** The first, by name, of what reads in each group. */
  readonly reader: ReadonlyMap<number, TerminalKey>
}

function apartOf(context: JoinedContext): Apart {
  const { model } = context
  const groups = groupsBy(model, (step) => isLive(step) && !(step.passage && 'actuator' in step.passage.link))
  const standing = new Map<number, Standing>()
  const reader = new Map<number, TerminalKey>()
  const put = (key: TerminalKey, now: Standing) => {
    const group = groups[model.jointOf(key)]!
    if (standing.get(group) !== 'gives' && now) standing.set(group, now)
    if (now === 'reads' && !(reader.get(group)! < key)) reader.set(group, key)
  }
  for (const { potential, terminal } of model.sources) if (potential.kind !== 'PE') put(terminal, 'gives')
  for (const { wires, terminals } of model.nets) {
    for (const key of terminals) {
      const { device, terminal } = splitKey(key)
      put(key, standingOf(context, device, terminal))
    }
    // What is plugged on, or comes later, is not known.
    if (terminals[0] && wires.some((id) => isLoose(context, id))) put(terminals[0], 'gives')
  }
  return { groups, standing, reader }
}

/** What a terminal does by itself: an end of a contact, a strip or a fuse does nothing. */
function standingOf(context: JoinedContext, device: DeviceId, terminal: TerminalId): Standing {
  const part = context.part(device)
  const { function: fn, direction, level_V } = part.terminals[terminal]!
  if (context.isLeftOpen(device, terminal)) return 'gives'
  if (PART_KINDS[part.behaviour.kind].passesOn) return isToOutside(context, device) ? 'gives' : null
  if (fn === 'PE' || fn === 'FE' || fn.startsWith('contact-')) return null
  if (fn === 'signal' || fn === 'data') return direction === 'in' && level_V !== 0 ? 'reads' : 'gives'
  const isDrawn = part.draws.some(({ plus, minus }) => plus === terminal || minus === terminal)
  const isOfLink = part.links.some((link) =>
    link.kind === 'bar' ? link.terminals.includes(terminal) : link.a === terminal || link.b === terminal,
  )
  return fn === 'any' && isOfLink && !isDrawn ? null : 'gives'
}

/** The groups that do something behind one end of a contact, whatever other contacts do. */
function behind(context: JoinedContext, passage: Passage, end: TerminalKey): ReadonlySet<number> {
  const { model } = context
  const { groups, standing } = ofJoints(context, apartOf)
  const reached = reachedFrom(model, [model.jointOf(end)], (step) => isLive(step) && step.passage?.id !== passage.id)
  return new Set([...reached.keys()].flatMap((joint) => (standing.get(groups[joint]!) ? [groups[joint]!] : [])))
}

function judge(context: JoinedContext, passage: Passage): Pick<Facts, 'is' | 'at' | 'to'> | null {
  const { groups, standing, reader } = ofJoints(context, apartOf)
  // What is joined past it is told as that.
  if (groups[passage.jointA] === groups[passage.jointB]) return null
  const [a, b] = [passage.a, passage.b].map((end) => ({
    end: splitKey(end).terminal,
    to: behind(context, passage, end),
  }))
  const dead = [a!, b!].find(({ to }) => to.size === 0)
  if (dead) return { is: 'dead-end', at: dead.end, to: passage.device }
  const all = [...new Set([...a!.to, ...b!.to])]
  if (all.length === 1) return { is: 'one-thing', at: a!.end, to: passage.device }
  if (!all.every((group) => standing.get(group) === 'reads')) return null
  return { is: 'inputs', at: a!.end, to: all.map((group) => reader.get(group)!).sort()[0]! }
}

/**
 * A contact joins one thing to another when it closes: where one of its ends leads to nothing, both to the same, or both to
 * inputs alone, it changes nothing, however it stands.
 */
export const contactJoinsNothing = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A contact that changes nothing',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.model.passages.flatMap((passage): Facts[] => {
      const { device, link, a, b } = passage
      if (link.kind !== 'contact' || context.device(device).origin === 'remove') return []
      const ends = [splitKey(a).terminal, splitKey(b).terminal] as const
      // A side without a lead is told as that.
      if (!ends.every((end) => context.isJoined(device, end))) return []
      if (moverOf(context.part(device), link).by === 'setting') return []
      const found = judge(context, passage)
      return found ? [{ device, ends, ...found }] : []
    }),
  word: ({ device, ends, is, at, to }, context) => {
    const { tag, name } = context.device(device)
    const [a, b] = ends.map((end) => context.terminal(device, end).label)
    return {
      subjects: [
        { kind: 'terminal', device, terminal: at },
        ...ends.filter((end) => end !== at).map((terminal) => ({ kind: 'terminal' as const, device, terminal })),
      ],
      alike: to,
      what: `${tag}, ${name}: its contact ${a}–${b} ${
        {
          'dead-end': `leads to nothing behind ${context.terminal(device, at).label}`,
          'one-thing': 'has the same thing at both ends',
          inputs: 'has inputs at both ends, and nothing that they could read',
        }[is]
      }`,
      why: 'Open or closed, all stays as it is: nobody learns that it was worked, and nothing goes on or off by it. Between one end and the other there must be something that feeds, a rail or a ground, and something that is fed or reads.',
    }
  },
})
