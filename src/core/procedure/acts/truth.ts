import { splitKey, terminalKey, type TerminalKey } from '@/core/model'
import {
  wordsOfKind,
  factsOf,
  landed,
  terminalWords,
  workedContact,
  type DeviceId,
  type Plan,
  type TerminalId,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import { NO_HOT_PLUGGING } from '../cautions'
import type { Act, ActTest } from '../types'
import type { FactsOf } from './checks'
import { actOf } from './draft'
import { endsOf, presentOf } from './ends'
import { stepMaking } from './wires'

export const seenWords = (plan: Plan, device: DeviceId): readonly string[] => {
  const { seen } = wordsOfKind(plan.parts[plan.devices[device]!.part]!.behaviour.kind)
  return seen === undefined ? [] : [seen]
}

const testOf = (group: ActTest['group'], given: Partial<ActTest> & Pick<ActTest, 'ifOff'>): ActTest => ({
  group,
  red: null,
  black: null,
  situation: 'all on',
  meter: null,
  held: null,
  source: cite(SOURCES.practice),
  ...given,
})

/** A lead from outside by itself, the plug out: what lives on it, and what must not. */
export function outsideActs(plan: Plan, after: readonly string[]): readonly Act[] {
  return presentOf(plan).flatMap((device) => {
    const { tag, name, part: partId } = plan.devices[device]!
    const part = plan.parts[partId]!
    if (part.behaviour.kind !== 'outside-source') return []
    return part.behaviour.outputs.map(({ id, plus, minus, voltage_V }) =>
      actOf({
        id: `power:outside/${device}/${id}`,
        phase: 'first-power',
        tools: ['meter'],
        device,
        title: `${tag}, ${name}, alone: mains and batteries off`,
        lines: [
          `${formatNumber(voltage_V)} V between ${part.terminals[plus]!.label} and ${part.terminals[minus]!.label}, and what hangs on them lives.`,
          'Everything else stays dead: no lamp, no fan, no volts on any other rail.',
        ],
        minutes: 3,
        after,
        reading: {
          what: 'Volts it brings',
          unit: 'V',
          from: Math.round(voltage_V * 9) / 10,
          to: Math.round(voltage_V * 11) / 10,
        },
        facts: { part: partId },
        why: 'A board fed through its data lead feeds what it should not, and hides that its own supply is missing.',
        test: testOf('alone', {
          red: terminalKey(device, plus),
          black: terminalKey(device, minus),
          situation: 'idle',
          meter: 'volts-dc',
          held: null,
          ifOff: 'Other rails live: power goes back through a board; part the plus of this lead.',
        }),
      }),
    )
  })
}

/** The truth sheet: each input at rest and worked, each output off and on, each motor a little both ways. */
export function truthActs(plan: Plan, factsOf: FactsOf): readonly Act[] {
  const ends = commandingEnds(plan)
  return [...inputActs(plan, factsOf, ends), ...outputActs(plan), ...motorActs(plan, factsOf, ends)]
}

interface Lead {
  readonly wire: WireId
  readonly own: TerminalKey
  readonly other: TerminalKey
}

/** Leads of each device that end at a board or driver. */
function commandingEnds(plan: Plan): ReadonlyMap<DeviceId, readonly Lead[]> {
  const found = new Map<DeviceId, Lead[]>()
  for (const [wire, { from, to, origin }] of Object.entries(landed(plan).wires) as [WireId, Plan['wires'][WireId]][]) {
    if (origin === 'remove' || from.kind !== 'terminal' || to.kind !== 'terminal') continue
    for (const [own, other] of [
      [from, to],
      [to, from],
    ] as const) {
      if (!factsOf(plan.parts[plan.devices[other.device]!.part]!).isCommanding) continue
      const lead = {
        wire,
        own: terminalKey(own.device, own.terminal),
        other: terminalKey(other.device, other.terminal),
      }
      const list = found.get(own.device)
      if (list) list.push(lead)
      else found.set(own.device, [lead])
    }
  }
  return found
}

function inputActs(plan: Plan, factsOf: FactsOf, ends: ReadonlyMap<DeviceId, readonly Lead[]>): readonly Act[] {
  const making = stepMaking(plan)
  return presentOf(plan).flatMap((device): Act[] => {
    const { tag, name, part: partId } = plan.devices[device]!
    const { kind } = plan.parts[partId]!.behaviour
    const leads = ends.get(device) ?? []
    const { atWork } = wordsOfKind(kind)
    if (atWork === undefined || leads.length === 0) return []
    const wires = leads.map(({ wire }) => making(wire))
    return [
      actOf({
        id: `truth:input/${device}`,
        phase: 'first-power',
        device,
        title: `${tag}, ${name}: at rest and worked, as ${plan.devices[splitKey(leads[0]!.other).device]!.tag} sees it`,
        lines: [
          `It comes in at ${leads.map(({ other }) => terminalWords(plan, other)).join(', ')}.`,
          'At rest: what the board reports of it, written down.',
          ...(workedContact(plan, device)
            ? [
                `Its contact ${workedContact(plan, device)}: a board that reports the opposite wants its input inverted in the program.`,
              ]
            : []),
          atWork,
        ],
        minutes: 2,
        facts: { part: partId, wires: factsOf(wires) },
        why: 'Two inputs exchanged work perfectly, until the wrong axis meets its end.',
        test: testOf('truth', {
          red: leads[0]!.other,
          black: leads[1]?.other ?? null,
          ifOff:
            'Another input follows: plugs exchanged. None: a lead open. Always worked: closed for open, or bridged.',
        }),
      }),
    ]
  })
}

function outputActs(plan: Plan): readonly Act[] {
  const landings = endsOf(plan)
  const wired = new Set(
    Object.values(landed(plan).wires).flatMap((wire) =>
      wire!.origin === 'remove'
        ? []
        : [wire!.from, wire!.to].flatMap((end) => (end.kind === 'terminal' ? [`${end.device}|${end.terminal}`] : [])),
    ),
  )
  return presentOf(plan).flatMap((device) => {
    const { tag, part: partId } = plan.devices[device]!
    const part = plan.parts[partId]!
    return part.actuators.flatMap((actuator): Act[] => {
      const links = part.links.filter((link) => 'actuator' in link && link.actuator === actuator.id)
      const ends = links.flatMap((link) => ('a' in link ? [link.a, link.b] : []))
      // A transistor's other end is the board's own plus or minus, which bars join.
      const isRail = (end: TerminalId) => part.links.some((link) => link.kind === 'bar' && link.terminals.includes(end))
      const used = ends.filter((end) => wired.has(`${device}|${end}`) && !isRail(end))
      if (actuator.by !== 'firmware' || used.length === 0) return []
      const hung = [
        ...new Set(
          used.flatMap((end) =>
            (landings.get(terminalKey(device, end)) ?? []).map(({ other }) => splitKey(other).device),
          ),
        ),
      ].map((id) => `${plan.devices[id]!.tag} ${plan.devices[id]!.name}`)
      return [
        actOf({
          id: `truth:output/${device}/${actuator.id}`,
          phase: 'first-power',
          device,
          title: `${tag} ${actuator.name || actuator.id}: off, on, off`,
          lines: [
            `Command it alone, and see what hangs on ${[...new Set(used)].map((end) => terminalWords(plan, terminalKey(device, end))).join(' and ')}${hung.length > 0 ? ` (${hung.join(', ')})` : ''}: that, and nothing else, follows.`,
            'Take the board’s program away (reset): it goes to rest.',
          ],
          minutes: 2,
          facts: { part: partId },
          why: 'An output that answers to another name heats the wrong thing.',
          test: testOf('truth', {
            red: terminalKey(device, links[0] && 'a' in links[0] ? links[0].a : used[0]!),
            black: null,
            ifOff:
              'Another load follows: leads or the pin map exchanged. Always on: shorted, or its rest is the other way.',
          }),
        }),
      ]
    })
  })
}

function motorActs(plan: Plan, factsOf: FactsOf, ends: ReadonlyMap<DeviceId, readonly Lead[]>): readonly Act[] {
  const making = stepMaking(plan)
  return presentOf(plan).flatMap((device): Act[] => {
    const { tag, name, part: partId } = plan.devices[device]!
    const leads = ends.get(device) ?? []
    if (plan.parts[partId]!.behaviour.kind !== 'motor' || leads.length < 2) return []
    return [
      actOf({
        id: `truth:motor/${device}`,
        phase: 'first-power',
        device,
        title: `${tag}, ${name}: a little one way, a little back`,
        lines: [
          'In the middle of its travel, slowly, a hand on the stop.',
          'It turns the way the plan wants; it does not hum, skip or get hot.',
        ],
        minutes: 2,
        cautions: [NO_HOT_PLUGGING],
        facts: { part: partId, wires: factsOf(leads.map(({ wire }) => making(wire))) },
        why: 'Turned the wrong way it runs from its end stop, and not onto it.',
        test: testOf('truth', {
          red: leads[0]!.other,
          black: leads[1]!.other,
          ifOff:
            'Backwards: power off, exchange one winding’s pair. Hums and shakes: a winding is open, or pins of two are crossed.',
        }),
      }),
    ]
  })
}
