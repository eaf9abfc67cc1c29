import { resistance_ohm_per_km } from '@/core/conductor'
import { terminalKey, type TerminalKey } from '@/core/model'
import {
  landed,
  type DeviceId,
  type Plan,
  type TerminalFunction,
  type TerminalId,
  type WireEnd,
  type WireId,
} from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import { formatNumber } from '@/core/quantity'
import type { Reckoning } from '@/core/figures'
import { UNPLUG } from '../cautions'
import type { Act } from '../types'
import { across, anyhow, apartFrom } from './across'
import { standsDead } from './closedWays'
import { continuityActs } from './continuity'
import { inTurn } from './inTurn'
import { settingActs } from './settings'
import { deadFirst } from './deadFirst'
import { MINUTES, actOf } from './draft'
import { endsOf } from './ends'
import { earthContactActs, mainsLeadActs, switchedLeadActs } from './mainsLeads'
import { railLeadActs, railWays, type RailWays } from './railLeads'
import { stepMaking, wiresOf } from './wires'

/** A hand-held meter and its leads; above this an earth path is not good. Common practice. */
const EARTH_ALLOWANCE_OHM = 0.5
/** IEC 60204-1, 18.3 (from memory): insulation between mains and earth. */
const INSULATION_OHM = 1e6
/** Between the rails of an unpowered output, once its capacitors are charged by the meter. */
const RAIL_OHM = 10

/** The facts of steps by their ids, as one code. */
export type FactsOf = (ids: readonly string[]) => string

/** What is proved dead, before any power: covers, earths, insulation, shorts, polarity. */
export function checkSteps(plan: Plan, reckoning: Reckoning, factsOf: FactsOf): readonly Act[] {
  const hasMains = Object.values(plan.devices).some(
    (device) => device!.origin !== 'remove' && plan.parts[device!.part]!.behaviour.kind === 'mains-inlet',
  )
  const mains = [...new Set(wiresOf(plan, 'L', 'N', 'PE').map(stepMaking(plan)))]
  const covers = hasMains && mains.length > 0 ? [coversStep(mains, factsOf)] : []
  const ends = endsOf(plan)
  const earth = inletEarthOf(plan)
  const rails = railLeadActs(plan, reckoning, factsOf, ends, earth)
  const worked = railWays(plan, reckoning, ends, anyhow(standsDead(plan)))
  return inTurn([
    ...covers,
    ...lookActs(plan, covers, factsOf),
    ...(hasMains ? earthSteps(plan, reckoning, factsOf, earth) : []),
    ...earthContactActs(plan, reckoning, factsOf, ends, earth),
    ...railSteps(plan, reckoning, factsOf, worked, rails.plusProved),
    ...betweenRails(plan, reckoning, factsOf, worked),
    ...rails.acts,
    ...(hasMains ? insulationSteps(plan, mains, factsOf) : []),
    ...mainsLeadActs(plan, reckoning, factsOf, ends),
    ...switchedLeadActs(plan, reckoning, factsOf, ends),
    ...guessSteps(plan, factsOf),
    ...continuityActs(plan, reckoning, factsOf, ends),
    ...settingActs(plan),
  ])
}

/** Terminals of a part by what they are, as keys. */
const terminalsWhere = (
  plan: Plan,
  device: DeviceId,
  is: (fn: TerminalFunction) => boolean,
): readonly TerminalKey[] => {
  const part = plan.parts[plan.devices[device]!.part]!
  return (Object.keys(part.terminals) as TerminalId[])
    .filter((id) => is(part.terminals[id]!.function))
    .map((id) => terminalKey(device, id))
}

const inletOf = (plan: Plan) =>
  (Object.keys(plan.devices) as DeviceId[]).find(
    (id) =>
      plan.devices[id]!.origin !== 'remove' && plan.parts[plan.devices[id]!.part]!.behaviour.kind === 'mains-inlet',
  )

function lookActs(plan: Plan, covers: readonly Act[], factsOf: FactsOf): readonly Act[] {
  const made = [...new Set((Object.keys(landed(plan).wires) as WireId[]).map(stepMaking(plan)))]
  if (made.length === 0) return []
  const hasPlugs = Object.values(plan.cables).some(
    (cable) => cable!.ends.a.kind === 'plug' || cable!.ends.b.kind === 'plug',
  )
  return [
    actOf({
      id: 'check:look',
      phase: 'checks',
      title: 'Look at every end, tug every wire',
      lines: [
        'A strand beside its clamp, insulation under a clamp, a bare end longer than its clamp, a nicked core.',
        'Tug each wire once, away from its clamp.',
        ...(hasPlugs ? ['Push each plug home until its latch is heard; two plugs alike are where they belong.'] : []),
        'Tags and colours as in the plan.',
      ],
      minutes: 2 + Math.ceil(made.length / 12),
      after: [...covers.map(({ id }) => id), ...made],
      cautions: deadFirst(plan),
      facts: { wires: factsOf(made) },
      why: 'Most faults are seen or felt before any meter finds them.',
      test: {
        group: 'look',
        red: null,
        black: null,
        situation: 'dead',
        meter: null,
        held: null,
        ifOff: 'What comes out was never clamped: make the end anew.',
        source: cite(SOURCES.practice),
      },
    }),
  ]
}

/** As many rails as are measured each against each. */
const MOST_RAILS = 12

/** Rails against one another: what is 5 V and what is 24 V meet nowhere. */
function betweenRails(plan: Plan, reckoning: Reckoning, factsOf: FactsOf, worked: readonly RailWays[]): readonly Act[] {
  const lowVoltage = [...new Set(wiresOf(plan, 'V+', 'V-').map(stepMaking(plan)))]
  const loadsOn = (plus: TerminalKey) => {
    const own = worked.find((each) => each.plus === plus)!
    return across(plan, own.fromPlus, own.fromMinus)
  }
  const rails = Object.values(reckoning.supplies).flatMap((supply) => {
    const { tag, origin } = plan.devices[supply.device]!
    return origin === 'remove'
      ? []
      : Object.entries(supply.outputs).map(([output, { plus, voltage_V }]) => ({
          id: `${supply.device}/${output}`,
          plus,
          loads: loadsOn(plus),
          name: `${formatNumber(voltage_V)} V of ${tag}`,
        }))
  })
  // Of very many each is measured against the next.
  const others = (i: number) => rails.slice(i + 1, rails.length > MOST_RAILS ? i + 2 : rails.length)
  return rails.flatMap((one, i) =>
    others(i).flatMap((other): Act[] => {
      const [a, b] = [reckoning.netOf[one.plus], reckoning.netOf[other.plus]]
      // Rails that nothing is joined to cannot meet; rails joined on purpose are one.
      if (a === undefined || b === undefined || a === b) return []
      // By way of the loads on either, over a minus that they share.
      const [fewer, more] = one.loads.ohm < other.loads.ohm ? [one.loads, other.loads] : [other.loads, one.loads]
      const apart = apartFrom(plan, RAIL_OHM, { ohm: fewer.ohm + more.ohm, devices: more.devices })
      return [
        actOf({
          id: `check:rails/${one.id}/${other.id}`,
          phase: 'checks',
          tools: ['meter'],
          title: `${one.name} and ${other.name} apart`,
          lines: ['Plus of one against plus of the other, in each position of each switch.', ...apart.lines],
          minutes: 1,
          cautions: deadFirst(plan),
          after: lowVoltage,
          reading: { what: 'Resistance, plus to plus, the lowest', unit: 'Ω', from: apart.from, to: null },
          facts: { wires: factsOf(lowVoltage) },
          why: 'Where two rails meet, the lower one gets what the higher one gives.',
          test: {
            group: 'shorts',
            red: apart.isPulled ? null : one.plus,
            black: apart.isPulled ? null : other.plus,
            situation: 'dead',
            meter: 'ohms',
            held: null,
            ifOff: 'A lead of one is in the other’s terminal, or a strand lies between them.',
            source: cite(SOURCES.practice),
          },
        }),
      ]
    }),
  )
}

function coversStep(mains: readonly string[], factsOf: FactsOf): Act {
  return actOf({
    id: 'covers',
    phase: 'mains',
    title: 'Terminal covers back on',
    lines: ['Every bare mains terminal covered. No stray strand, nothing left in the box.'],
    minutes: 3,
    after: mains,
    cautions: [UNPLUG],
    facts: { wires: factsOf(mains) },
    why: 'From here on hands work beside these terminals.',
  })
}

const inletEarthOf = (plan: Plan): TerminalKey | null => {
  const inlet = inletOf(plan)
  return inlet === undefined ? null : (terminalsWhere(plan, inlet, (fn) => fn === 'PE')[0] ?? null)
}

function earthSteps(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  inletEarth: TerminalKey | null,
): readonly Act[] {
  const making = stepMaking(plan)
  return reckoning.earths.flatMap(({ device, terminal, path }): Act[] => {
    const { tag, name, origin } = plan.devices[device]!
    if (path === null || origin === 'remove') return []
    const path_ohm = path.reduce((sum, id) => {
      const { size, length_mm } = reckoning.wires[id]!
      return sum + (resistance_ohm_per_km(size ?? '0.75 mm²', 20) * length_mm) / 1e6
    }, 0)
    return [
      actOf({
        id: `check:earth/${device}`,
        phase: 'checks',
        tools: ['meter'],
        device,
        title: `Earth of ${tag}, ${name}`,
        lines: ['From the earth pin of the inlet to bare metal of the part. Zero the meter’s leads first.'],
        minutes: MINUTES.check,
        cautions: [UNPLUG],
        after: path.map(making),
        reading: {
          what: 'Resistance, earth pin to metal',
          unit: 'Ω',
          from: null,
          to: Math.round((path_ohm + EARTH_ALLOWANCE_OHM) * 100) / 100,
        },
        test: {
          group: 'earth',
          red: terminalKey(device, terminal),
          black: inletEarth,
          situation: 'dead',
          meter: 'ohms',
          held: null,
          ifOff: 'Paint under an eyelet, a hinge in the path, a lead that was never landed.',
          source: 'IEC 60204-1, 18.2.2 as a guide (from memory); the allowance is common practice',
        },
        facts: { path: factsOf(path.map(making)) },
        why: `The conductors alone are ${formatNumber(path_ohm)} Ω; a painted joint reads ohms or nothing. A hand-held meter sends milliamperes, and a single strand passes as a lead: instruments for this test send 0.2 A to some 10 A (IEC 60204-1, 18.2.2, from memory).`,
      }),
    ]
  })
}

const keyOfEnd = (end: WireEnd) => (end.kind === 'terminal' ? terminalKey(end.device, end.terminal) : null)

/** What is guessed, or said otherwise by another source, is measured before it gets power. */
function guessSteps(plan: Plan, factsOf: FactsOf): readonly Act[] {
  const making = stepMaking(plan)
  const joined = landed(plan)
  const nameOf = (end: WireEnd) => {
    if (end.kind !== 'terminal') return end.kind === 'parked' ? `its parked end, ${end.where}` : 'its loose plug'
    const { tag, part } = plan.devices[end.device]!
    const { block, label } = plan.parts[part]!.terminals[end.terminal]!
    return `${tag} ${block ? `${block} ` : ''}${label}`
  }
  return (Object.entries(joined.wires) as [WireId, Plan['wires'][WireId]][]).flatMap(([id, wire]): Act[] => {
    const others = wire.claims.filter(({ knownFrom }) => knownFrom !== 'measured')
    const isDoubted = wire.knownFrom === 'guessed' || (others.length > 0 && wire.knownFrom !== 'measured')
    if (!isDoubted || wire.origin === 'remove') return []
    const claimed = others.map(({ source, says }) => `${source || 'another source'} says ${says}`)
    return [
      actOf({
        id: `check:guess/${id}`,
        phase: 'checks',
        tools: ['meter'],
        wire: id,
        title: `${wire.label || id}: ${nameOf(wire.from)} to ${nameOf(wire.to)}, ${wire.knownFrom === 'guessed' ? 'guessed' : 'sources differ'}`,
        lines: [
          'Continuity from one end to the other, and to none of the pins beside it; with both ends off where electronics hang on it.',
          ...claimed,
          'When it is so, set “known from” to measured.',
        ],
        minutes: MINUTES.check,
        after: [making(id)],
        facts: { wire: factsOf([making(id)]), claims: claimed.join(';') },
        test: {
          group: 'continuity',
          red: keyOfEnd(wire.from),
          black: keyOfEnd(wire.to),
          situation: 'dead',
          meter: 'ohms',
          held: null,
          ifOff: 'The guide was wrong: measure from here to each pin beside it, and correct the plan.',
          source: cite(SOURCES.practice),
        },
        why: 'Guides contradict one another. What nobody measured is the likeliest to be wrong, and the first to burn.',
      }),
    ]
  })
}

/** Line and neutral, each against earth: joined by a load they read alike, and with nothing between them only one shows. */
function insulationSteps(plan: Plan, mains: readonly string[], factsOf: FactsOf): readonly Act[] {
  const inlet = inletOf(plan)!
  const { behaviour } = plan.parts[plan.devices[inlet]!.part]!
  if (behaviour.kind !== 'mains-inlet') return []
  const { line, neutral, earth } = behaviour
  const poles = [
    { id: 'check:insulation', name: 'Line', terminal: line },
    { id: 'check:insulation/neutral', name: 'Neutral', terminal: neutral },
  ]
  return poles.map(({ id, name, terminal }) =>
    actOf({
      id,
      phase: 'checks',
      tools: ['meter'],
      title: `${name} against earth`,
      lines: [
        `Main switch on, plug out. The ${name.toLowerCase()} pin of the inlet against its earth pin.`,
        'No insulation test is this: that one puts 500 V on it (IEC 60204-1, 18.3, from memory), wants its own instrument, electronics and surge parts off first, and somebody who knows it.',
      ],
      test: {
        group: 'mains',
        red: terminalKey(inlet, terminal),
        black: earth === null ? null : terminalKey(inlet, earth),
        situation: 'dead',
        meter: 'ohms',
        held: null,
        ifOff: 'A pinched wire, a stray strand, a filter’s resistor: take leads off one by one until it is gone.',
        source: 'IEC 60204-1, 18.3 as a guide (from memory)',
      },
      minutes: 1,
      cautions: deadFirst(plan),
      after: ['covers', ...mains],
      reading: { what: `Resistance, ${name.toLowerCase()} to earth`, unit: 'Ω', from: INSULATION_OHM, to: null },
      facts: { wires: factsOf(mains) },
      why: 'A pinched wire or a stray strand shows here, not as a bang.',
    }),
  )
}

/** No short between the rails, and plus to plus at every plug. */
function railSteps(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  worked: readonly RailWays[],
  plusProved: ReadonlySet<DeviceId>,
): readonly Act[] {
  const lowVoltage = [...new Set(wiresOf(plan, 'V+', 'V-').map(stepMaking(plan)))]
  const facts = { wires: factsOf(lowVoltage) }
  const shorts = Object.values(reckoning.supplies).flatMap((supply) => {
    const { tag, origin, part } = plan.devices[supply.device]!
    if (origin === 'remove') return []
    const { kind } = plan.parts[part]!.behaviour
    return Object.entries(supply.outputs).map(([output, { voltage_V, plus, minus }]) => {
      const { fromPlus, fromMinus } = worked.find((each) => each.plus === plus && each.minus === minus)!
      const apart = apartFrom(plan, RAIL_OHM, across(plan, fromPlus, fromMinus))
      return actOf({
        id: `check:rail/${supply.device}/${output}`,
        phase: 'checks',
        tools: ['meter'],
        device: supply.device,
        title: `No short on ${formatNumber(voltage_V)} V of ${tag}`,
        lines: [
          // A meter on ohms across a source reads nonsense, and may not survive it.
          ...(kind === 'battery' || kind === 'adapter'
            ? [`${tag} itself is off its leads: measure on the side of the box.`]
            : []),
          'Plus against minus, while you work each switch and move each plug.',
          ...apart.lines,
        ],
        minutes: MINUTES.check,
        cautions: deadFirst(plan),
        after: lowVoltage,
        reading: {
          what: 'Resistance, plus to minus, once it is steady',
          unit: 'Ω',
          from: apart.from,
          to: null,
        },
        facts,
        test: {
          group: 'shorts',
          red: apart.isPulled ? null : plus,
          black: apart.isPulled ? null : minus,
          situation: 'dead',
          meter: 'ohms',
          held: null,
          ifOff:
            'A bridge, a lead in the wrong terminal, a reversed part: fuses out, loads off one by one, until it rises.',
          source: cite(SOURCES.practice),
        },
        why: 'A short found now costs nothing.',
      })
    })
  })
  const polarised = [
    ...new Set(
      reckoning.draws.flatMap(({ device, draw }) => {
        const { origin, part: id } = plan.devices[device]!
        const part = plan.parts[id]!
        const { plus, system } = part.draws.find((each) => each.id === draw)!
        const isPolarised = part.terminals[plus]!.polarised && system !== 'ac'
        return origin !== 'remove' && isPolarised && !plusProved.has(device) ? [device] : []
      }),
    ),
  ]
  if (polarised.length === 0) return shorts
  return [
    ...shorts,
    actOf({
      id: 'check:polarity',
      phase: 'checks',
      tools: ['meter'],
      title: 'Polarity at plugs behind what switches them',
      lines: polarised.map((device) => `${plan.devices[device]!.tag} ${plan.devices[device]!.name}`),
      minutes: 1 + polarised.length,
      after: lowVoltage,
      facts,
      test: {
        group: 'shorts',
        red: null,
        black: null,
        situation: 'dead',
        meter: 'ohms',
        held: null,
        ifOff: 'Exchange the two ends before anything else is done.',
        source: cite(SOURCES.practice),
      },
      why: 'Plus from the output to plus of the plug by continuity, not by colour. Boards do not survive a mistake.',
    }),
  ]
}
