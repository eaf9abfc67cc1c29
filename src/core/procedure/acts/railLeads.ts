import { splitKey, terminalKey, type TerminalKey } from '@/core/model'
import { factsOf, terminalWords, type DeviceId, type Part, type Plan, type TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import type { Reckoning } from '@/core/figures'
import type { Act } from '../types'
import type { FactsOf } from './checks'
import { closedWays, standsDead, wiresTo, type ClosedWays, type Stands } from './closedWays'
import { deadFirst } from './deadFirst'
import { actOf } from './draft'
import { presentOf, type Ends } from './ends'
import { leadAct } from './leads'
import { stepMaking } from './wires'

/** A source with what is closed behind its two poles. */
export interface RailWays {
  readonly device: DeviceId
  readonly output: string
  readonly voltage_V: number
  readonly plus: TerminalKey
  readonly minus: TerminalKey
  readonly fromPlus: ClosedWays
  readonly fromMinus: ClosedWays
}

export function railWays(
  plan: Plan,
  reckoning: Reckoning,
  ends: Ends,
  stands: Stands = standsDead(plan),
): readonly RailWays[] {
  const walked = new Map<TerminalKey, ClosedWays>()
  const from = (key: TerminalKey) => {
    const known = walked.get(key) ?? closedWays(plan, reckoning, ends, key, stands)
    walked.set(key, known)
    return known
  }
  const supplied = Object.values(reckoning.supplies).flatMap(({ device, outputs }) =>
    plan.devices[device]!.origin === 'remove'
      ? []
      : Object.entries(outputs).map(([output, { plus, minus, voltage_V }]) => ({
          device,
          output,
          voltage_V,
          plus,
          minus,
        })),
  )
  // A lead from a computer is no supply of the plan's, and feeds all the same.
  const outside = presentOf(plan).flatMap((device) => {
    const { behaviour } = plan.parts[plan.devices[device]!.part]!
    return behaviour.kind !== 'outside-source'
      ? []
      : behaviour.outputs.map(({ id, plus, minus, voltage_V }) => ({
          device,
          output: id,
          voltage_V,
          plus: terminalKey(device, plus),
          minus: terminalKey(device, minus),
        }))
  })
  return [...supplied, ...outside.filter(({ plus }) => supplied.every((each) => each.plus !== plus))].map((each) => ({
    ...each,
    fromPlus: from(each.plus),
    fromMinus: from(each.minus),
  }))
}

/** What is measured dead along the rails: plus at each plug, chains of commons, minus against earth. */
export function railLeadActs(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  ends: Ends,
  inletEarth: TerminalKey | null,
): { readonly acts: readonly Act[]; readonly plusProved: ReadonlySet<DeviceId> } {
  const rails = railWays(plan, reckoning, ends)
  const common = { making: stepMaking(plan), factsOf, cautions: deadFirst(plan) }
  const plusProved = new Set<DeviceId>()
  const poleActs = presentOf(plan).flatMap((device) => {
    const part = plan.parts[plan.devices[device]!.part]!
    const taken = new Set<TerminalId>()
    return part.draws.flatMap(({ id, plus, minus }): Act[] => {
      const [own, back] = [terminalKey(device, plus), terminalKey(device, minus)]
      const rail = rails.find((each) => each.device !== device && each.fromPlus.has(own) && each.fromMinus.has(back))
      if (!part.terminals[plus]!.polarised || taken.has(plus) || !rail || rail.fromMinus.has(own)) return []
      taken.add(plus)
      plusProved.add(device)
      const { tag } = plan.devices[rail.device]!
      const lines = [
        `Fuses in, switches as in service. ${isOutside(plan, rail.device) ? `${tag} itself is off: measure from its lead.` : 'By continuity, not by colour.'}`,
      ]
      return [
        leadAct(rail.fromPlus, common, {
          id: `check:plus/${device}/${id}`,
          group: 'shorts',
          red: rail.plus,
          black: own,
          title: `Plus of ${tag} to ${terminalWords(plan, own)}`,
          lines,
          why: 'Boards do not survive plus and minus exchanged.',
          ifOff:
            'Nothing, and little from minus: plus and minus are exchanged. Nothing from either: a fuse, a plug that is not home, a lead that is open.',
        }),
        leadAct(rail.fromMinus, common, {
          id: `check:minus/${device}/${id}`,
          group: 'shorts',
          red: rail.minus,
          black: back,
          title: `Minus of ${tag} to ${terminalWords(plan, back)}`,
          lines,
          why: 'Without its own return a board finds another one: through a signal, a shield, a bond.',
          ifOff: 'Nothing: its return is open. Little all the same with its lead off: it comes home another way.',
        }),
      ]
    })
  })
  return {
    plusProved,
    acts: [
      ...poleActs,
      ...bondActs(rails, plan, common),
      ...(inletEarth === null ? [] : minusActs(plan, reckoning, factsOf, ends, rails, inletEarth)),
      ...chainActs(plan, rails, ends, common),
    ],
  }
}

const isOutside = (plan: Plan, device: DeviceId) => {
  const { kind } = plan.parts[plan.devices[device]!.part]!.behaviour
  return kind === 'battery' || kind === 'adapter' || kind === 'outside-source'
}

/** Supplies whose minus the plan joins: signals between what they feed need it. */
function bondActs(rails: readonly RailWays[], plan: Plan, common: Parameters<typeof leadAct>[1]): readonly Act[] {
  const bonded = new Set<TerminalKey>()
  return rails.flatMap((rail, i) =>
    rails.slice(i + 1).flatMap((other): Act[] => {
      if (other.minus === rail.minus || bonded.has(other.minus) || !rail.fromMinus.has(other.minus)) return []
      bonded.add(other.minus)
      const [one, two] = [rail, other].map(({ device }) => plan.devices[device]!.tag)
      return [
        leadAct(rail.fromMinus, common, {
          id: `check:bond/${rail.device}/${other.device}/${other.output}`,
          group: 'shorts',
          red: rail.minus,
          black: other.minus,
          title: `Minus of ${one} and minus of ${two}: joined`,
          lines: [`${terminalWords(plan, rail.minus)} to ${terminalWords(plan, other.minus)}.`],
          why: 'What one feeds talks to what the other feeds, and the minus is half of every signal.',
          ifOff: 'The lead that joins the two is not landed.',
        }),
      ]
    }),
  )
}

/** Below this a minus that the plan keeps from earth meets it; above it electronics may lie between. Common practice. */
const APART_OHM = 100

/** Each minus against earth: joined where the plan joins it, and nowhere else. */
function minusActs(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  ends: Ends,
  rails: readonly RailWays[],
  inletEarth: TerminalKey,
): readonly Act[] {
  const making = stepMaking(plan)
  const ways = closedWays(plan, reckoning, ends, inletEarth, standsDead(plan))
  const measured = new Set<string>()
  return rails.flatMap(({ device, output, voltage_V, minus, fromMinus }): Act[] => {
    const net = reckoning.netOf[minus]
    // Outputs that share their minus are one; what hangs in the air has nothing to meet; a computer has an earth of its own.
    const isFromOutside = plan.parts[plan.devices[device]!.part]!.behaviour.kind === 'outside-source'
    if (net === undefined || measured.has(net) || isFromOutside) return []
    for (const key of fromMinus.keys()) if (reckoning.netOf[key] !== undefined) measured.add(reckoning.netOf[key])
    measured.add(net)
    const { tag } = plan.devices[device]!
    const title = `Minus of ${formatNumber(voltage_V)} V of ${tag} against earth`
    if (ways.has(minus))
      return [
        leadAct(
          ways,
          { making, factsOf, cautions: deadFirst(plan) },
          {
            id: `check:minus-earth/${device}/${output}`,
            group: 'shorts',
            red: inletEarth,
            black: minus,
            title: `${title}: joined`,
            lines: ['The plan joins them, in one place.'],
            why: 'An earthed minus makes a fault to earth open its fuse.',
            ifOff: 'The lead that joins minus and earth is not landed.',
          },
        ),
      ]
    const made = [...new Set(wiresOn(ends, fromMinus).map(making))]
    return [
      actOf({
        id: `check:minus-earth/${device}/${output}`,
        phase: 'checks',
        tools: ['meter'],
        device,
        title: `${title}: apart`,
        lines: ['Leads to other machines pulled: a computer joins them by its own cable.'],
        minutes: 1,
        cautions: deadFirst(plan),
        after: made,
        reading: { what: 'Resistance, minus to earth, once it is steady', unit: 'Ω', from: APART_OHM, to: null },
        facts: { wires: factsOf(made) },
        why: 'A minus that meets earth by chance carries a fault where nobody planned it.',
        test: {
          group: 'shorts',
          red: minus,
          black: inletEarth,
          situation: 'dead',
          meter: 'ohms',
          held: null,
          ifOff:
            'A strand at the supply, a shield, a board on metal stand-offs, a heater’s body. Where it is meant so, join them in the plan.',
          source: cite(SOURCES.practice),
        },
      }),
    ]
  })
}

/** Wires that end at any of the places reached. */
const wiresOn = (ends: Ends, ways: ClosedWays) => [
  ...new Set([...ways.keys()].flatMap((key) => (ends.get(key) ?? []).map(({ wire }) => wire))),
]

/** The end of each chain of commons and jumpers that hangs on a pole: one missing link leaves all behind it dead. */
function chainActs(
  plan: Plan,
  rails: readonly RailWays[],
  ends: Ends,
  common: Parameters<typeof leadAct>[1],
): readonly Act[] {
  const taken = new Set<TerminalKey>()
  return rails.flatMap(({ plus, minus, fromPlus, fromMinus }) =>
    (
      [
        [plus, fromPlus],
        [minus, fromMinus],
      ] as const
    ).flatMap(([root, ways]) =>
      [...ways].flatMap(([key, { wire, before, contacts }]): Act[] => {
        if (wire === null || before === null || contacts > 0 || taken.has(key)) return []
        if ((ends.get(key) ?? []).length !== 1 || !isCommon(plan, key)) return []
        taken.add(key)
        const links = wiresTo(ways, key)
        const on = [...new Set(chainTo(plan, ways, key))]
        return [
          leadAct(ways, common, {
            id: `check:chain/${key}`,
            group: 'continuity',
            red: root,
            black: key,
            title: `Common from ${terminalWords(plan, root)} to ${terminalWords(plan, key)}`,
            lines: [`On its way: ${on.map((each) => terminalWords(plan, each)).join(', ')}.`],
            why: `One link of ${links.length} that is missing leaves all behind it dead.`,
            ifOff: 'Measure from the first to each in turn: where it stops, the link before it is open.',
          }),
        ]
      }),
    ),
  )
}

/** The places of a chain, in the order in which they are met. */
function chainTo(plan: Plan, ways: ClosedWays, end: TerminalKey): readonly TerminalKey[] {
  const keys: TerminalKey[] = []
  for (let key: TerminalKey | null = end; key !== null; key = ways.get(key)?.before ?? null)
    if (isCommon(plan, key)) keys.push(key)
  return keys.reverse()
}

/** A terminal that takes no power of its own: an input's pole, a contact of a button. */
function isCommon(plan: Plan, key: TerminalKey): boolean {
  const { device, terminal } = splitKey(key)
  const part: Part = plan.parts[plan.devices[device]!.part]!
  const { group, isControl } = factsOf(part)
  // What bars join to an input takes its power there.
  const same = part.links.reduce<readonly TerminalId[]>(
    (list, link) => (link.kind === 'bar' && link.terminals.includes(terminal) ? link.terminals : list),
    [terminal],
  )
  if (part.draws.some(({ plus, minus }) => same.includes(plus) || same.includes(minus))) return false
  switch (part.terminals[terminal]!.function) {
    case 'L':
    case 'N':
    case 'PE':
      return false
    case 'V+':
    case 'V-':
      return group === 'runs'
    case 'any':
      // A contact that is closed in service is measured through, to what hangs behind it.
      return group === 'mains' && !isControl && isAtOpenContact(plan, device, part, terminal)
    default:
      return true
  }
}

function isAtOpenContact(plan: Plan, device: DeviceId, part: Part, terminal: TerminalId): boolean {
  const stands = standsDead(plan)
  const own = part.links.flatMap((link) =>
    link.kind === 'contact' && (link.a === terminal || link.b === terminal) ? [link] : [],
  )
  return (
    own.length > 0 &&
    own.every(({ actuator, closedIn }) => {
      const position = stands(
        device,
        part.actuators.find(({ id }) => id === actuator)!,
      )
      return position !== null && !closedIn.includes(position)
    })
  )
}
