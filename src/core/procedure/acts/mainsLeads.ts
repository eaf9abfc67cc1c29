import { splitKey, terminalKey, type TerminalKey } from '@/core/model'
import {
  PART_KINDS,
  terminalWords,
  type DeviceId,
  type Part,
  type Plan,
  type TerminalFunction,
  type TerminalId,
} from '@/core/plan'
import type { Reckoning } from '@/core/figures'
import type { Act } from '../types'
import type { FactsOf } from './checks'
import { closedWays, standsDead } from './closedWays'
import { deadFirst } from './deadFirst'
import { inletsOf, presentOf, type Ends } from './ends'
import { leadAct } from './leads'
import { capital, poleWordsOf } from './poleWords'
import { stepMaking } from './wires'

interface Pole {
  readonly name: 'line' | 'neutral'
  readonly terminal: TerminalId
}

/** Terminals of a part at which mains is taken or given: of a supply, of what runs on mains, of an outlet. */
function mainsEnds(part: Part): readonly Pole[] {
  const { behaviour } = part
  if (behaviour.kind === 'supply')
    return [
      { name: 'line', terminal: behaviour.line },
      { name: 'neutral', terminal: behaviour.neutral },
    ]
  const byFunction = (fn: TerminalFunction, name: Pole['name']): readonly Pole[] =>
    (Object.keys(part.terminals) as TerminalId[])
      .filter((id) => part.terminals[id]!.function === fn)
      .map((terminal) => ({ name, terminal }))
  if (behaviour.kind === 'outlet') return [...byFunction('L', 'line'), ...byFunction('N', 'neutral')]
  return part.draws.flatMap(({ plus, minus }): readonly Pole[] => [
    { name: 'line', terminal: plus },
    { name: 'neutral', terminal: minus },
  ])
}

/** Terminals of commanded contacts that are reached from a pole of an inlet while they are open. */
function contactPoles(
  part: Part,
  device: DeviceId,
  ways: Readonly<Record<Pole['name'], ReadonlyMap<TerminalKey, unknown>>>,
): readonly Pole[] {
  if (!PART_KINDS[part.behaviour.kind].switchesOnCommand) return []
  return part.links.flatMap((link) =>
    link.kind === 'contact' || link.kind === 'semiconductor'
      ? [link.a, link.b].flatMap((terminal) =>
          (['line', 'neutral'] as const).flatMap((name): Pole[] =>
            ways[name].has(terminalKey(device, terminal)) ? [{ name, terminal }] : [],
          ),
        )
      : [],
  )
}

/**
 * From each pin of the inlet to where its pole is taken: finds poles exchanged, open leads and poor joints before there are
 * volts on them. What a relay holds open while all is off is tried under power.
 */
export function mainsLeadActs(plan: Plan, reckoning: Reckoning, factsOf: FactsOf, ends: Ends): readonly Act[] {
  const common = { making: stepMaking(plan), factsOf, cautions: deadFirst(plan) }
  const stands = standsDead(plan)
  const taken = new Set<string>()
  const severalInlets = inletsOf(plan).length > 1
  const words = poleWordsOf(plan.site)
  return presentOf(plan).flatMap((inlet) => {
    const { behaviour } = plan.parts[plan.devices[inlet]!.part]!
    if (behaviour.kind !== 'mains-inlet') return []
    const pins = { line: terminalKey(inlet, behaviour.line), neutral: terminalKey(inlet, behaviour.neutral) }
    const ways = {
      line: closedWays(plan, reckoning, ends, pins.line, stands),
      neutral: closedWays(plan, reckoning, ends, pins.neutral, stands),
    }
    const isEnd = (device: DeviceId) =>
      device !== inlet &&
      mainsEnds(plan.parts[plan.devices[device]!.part]!).some(({ terminal }) => {
        const key = terminalKey(device, terminal)
        return ways.line.has(key) || ways.neutral.has(key)
      })
    // Where all that the cord feeds hangs behind contacts that are open while it is off, its poles are proved as far as these.
    const hasEnds = presentOf(plan).some(isEnd)
    return presentOf(plan).flatMap((device) => {
      const part = plan.parts[plan.devices[device]!.part]!
      if (device === inlet) return []
      const endsHere = hasEnds ? mainsEnds(part) : contactPoles(part, device, ways)
      return endsHere.flatMap(({ name, terminal }): Act[] => {
        const key = terminalKey(device, terminal)
        // Reached from both it is no pole of either: a finding says what is wrong there.
        const reached = (['line', 'neutral'] as const).filter((pole) => ways[pole].has(key))
        // What runs on line and neutral alike has them either way round.
        const pole =
          part.behaviour.kind === 'supply' || part.behaviour.kind === 'outlet' || !hasEnds ? name : reached[0]
        if (pole === undefined || reached.length !== 1 || reached[0] !== pole || taken.has(key)) return []
        taken.add(key)
        return [
          leadAct(ways[pole], common, {
            id: `check:${pole}/${device}/${terminal}`,
            group: 'mains',
            red: pins[pole],
            black: key,
            title: `${capital(words[pole])} of ${severalInlets ? plan.devices[inlet]!.tag : 'the inlet'} to ${terminalWords(plan, key)}`,
            lines: [
              'Main switch on, plug out, fuses and breakers in.',
              'From the other pin to the same place it reads far more, or OL.',
            ],
            why: `A pole exchanged here puts the fuse and the switch into the ${words.neutral}, and what is switched off stays live.`,
            ifOff: `Nothing, and little from the other pin: ${words.line} and ${words.neutral} are exchanged on the way. Nothing from either: a fuse, the switch, a lead that is open.`,
          }),
        ]
      })
    })
  })
}

/** Behind a contact that something commands: from the contact to what hangs on it. */
export function switchedLeadActs(plan: Plan, reckoning: Reckoning, factsOf: FactsOf, ends: Ends): readonly Act[] {
  const common = { making: stepMaking(plan), factsOf, cautions: deadFirst(plan) }
  const stands = standsDead(plan)
  const mains = new Set(
    presentOf(plan).flatMap((id) => {
      const { behaviour } = plan.parts[plan.devices[id]!.part]!
      if (behaviour.kind !== 'mains-inlet') return []
      return [behaviour.line, behaviour.neutral].flatMap((pin) => [
        ...closedWays(plan, reckoning, ends, terminalKey(id, pin), stands).keys(),
      ])
    }),
  )
  const isOnContact = (key: TerminalKey) => {
    const { device, terminal } = splitKey(key)
    const part = plan.parts[plan.devices[device]!.part]!
    return (
      PART_KINDS[part.behaviour.kind].switchesOnCommand &&
      part.links.some(
        (link) =>
          (link.kind === 'contact' || link.kind === 'semiconductor') &&
          // Its other side is at mains, closed or not.
          ((link.a === terminal && mains.has(terminalKey(device, link.b))) ||
            (link.b === terminal && mains.has(terminalKey(device, link.a)))),
      )
    )
  }
  // From the few contacts of the mains outwards: what none of them reaches needs no walk of its own.
  const behindContacts = new Set(
    [...ends.keys()].filter(isOnContact).flatMap((key) => [...closedWays(plan, reckoning, ends, key, stands).keys()]),
  )
  return presentOf(plan).flatMap((device) => {
    const part = plan.parts[plan.devices[device]!.part]!
    if (part.behaviour.kind === 'mains-inlet') return []
    return mainsEnds(part).flatMap(({ terminal }): Act[] => {
      const key = terminalKey(device, terminal)
      if (mains.has(key) || !ends.has(key) || !behindContacts.has(key)) return []
      const outward = closedWays(plan, reckoning, ends, key, stands)
      const contact = [...outward.keys()].find(isOnContact)
      if (contact === undefined) return []
      return [
        leadAct(closedWays(plan, reckoning, ends, contact, stands), common, {
          id: `check:switched/${device}/${terminal}`,
          group: 'mains',
          red: contact,
          black: key,
          title: `${terminalWords(plan, contact)} to ${terminalWords(plan, key)}`,
          lines: ['Plug out. What lies between, a cut-out or a fuse, is closed.'],
          why: 'What is switched is not on the way from the inlet while all is off: it is measured from its contact.',
          ifOff: 'The lead is on another contact, or open; what lies between is open.',
        }),
      ]
    })
  })
}
