import { terminalKey, type TerminalKey } from '@/core/model'
import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule, hungOn, isolatedInputs, type JoinedContext } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly input: TerminalId
  readonly common: TerminalId
  readonly side: '+' | '-'
}

const sidesAt = (context: JoinedContext, key: TerminalKey) => context.potentials(key).map(({ kind }) => kind)

/** The one side of sources among those that reach something in any position of the contacts; null where none does, or both do. */
function onlySide(kinds: readonly string[]): '+' | '-' | null {
  const [side, ...others] = new Set(kinds)
  return others.length === 0 && (side === '+' || side === '-') ? side : null
}

/** A reed, or any probe of two leads: what lies at the one comes to the other. */
const otherLead = (part: Part, terminal: TerminalId): TerminalId | null => {
  const leads = Object.keys(part.terminals) as TerminalId[]
  const isProbe = part.behaviour.kind === 'sensor' && part.draws.length === 0 && leads.length === 2
  return isProbe ? leads.find((lead) => lead !== terminal)! : null
}

/** What comes to an input: the sides of sources; null where something says of itself what it brings. */
function broughtTo(context: JoinedContext, device: DeviceId, input: TerminalId): readonly string[] | null {
  const key = terminalKey(device, input)
  const kinds = [...sidesAt(context, key)]
  for (const { device: other, terminal } of hungOn(context, key)) {
    const part = context.part(other)
    const far = otherLead(part, terminal)
    if (far) kinds.push(...sidesAt(context, terminalKey(other, far)))
    else if (isLinked(part, terminal)) continue
    else {
      const { function: fn, direction } = part.terminals[terminal]!
      if ((fn === 'signal' || fn === 'data') && direction !== 'in') return null
    }
  }
  return kinds
}

const isLinked = ({ links }: Part, terminal: TerminalId): boolean =>
  links.some((link) => 'a' in link && (link.a === terminal || link.b === terminal))

/** An isolated input that only ever meets the rail that its common lies on: no current flows through it, however its contact stands. */
export const inputOnItsCommon = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'An input that meets the rail of its own common',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] =>
      isolatedInputs(part).flatMap(({ input, commons }): Facts[] => {
        if (!context.isJoined(id, input)) return []
        const side = onlySide(broughtTo(context, id, input) ?? [])
        const [common] = commons
        const isOn = (each: TerminalId) => onlySide(sidesAt(context, terminalKey(id, each))) === side
        if (side === null || common === undefined || !commons.every(isOn)) return []
        return [{ device: id, input, common, side }]
      }),
    ),
  word: ({ device, input, common, side }, context) => {
    const rail = side === '+' ? 'plus' : 'minus'
    return {
      subjects: [{ kind: 'terminal', device, terminal: input }],
      what: `${context.terminalName(device, input)} gets the ${rail}, and its common ${context.terminal(device, common).label} lies on the ${rail} as well`,
      why: `An isolated input is a lamp between its terminal and the common: with the ${rail} on both no current flows, and it reads nothing however its contact stands. Bring the contact the ${side === '+' ? 'minus' : 'plus'}, or the common the other rail.`,
    }
  },
})
