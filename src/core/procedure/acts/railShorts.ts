import { compile, groupsBy, type Model, type TerminalKey } from '@/core/model'
import type { DeviceId, Plan } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import { formatNumber } from '@/core/quantity'
import type { Reckoning } from '@/core/figures'
import type { Act } from '../types'
import { across, apartFrom } from './across'
import type { FactsOf } from './checks'
import { deadFirst } from './deadFirst'
import { MINUTES, actOf } from './draft'
import type { RailWays } from './railLeads'
import { stepMaking, wiresOf } from './wires'

/** Between the rails of an unpowered output, once its capacitors are charged by the meter. */
const RAIL_OHM = 10

/** As many rails as are measured each against each. */
const MOST_RAILS = 12

const joinedBy = new WeakMap<Model, ReturnType<typeof groupsBy>>()

/** Whether fuses alone lie between two positives: a battery and what charges it, or what a finding tells before any power. */
export function isJoinedOnPurpose(plan: Plan, a: TerminalKey, b: TerminalKey): boolean {
  const model = compile(plan)
  let joined = joinedBy.get(model)
  if (!joined) {
    joined = groupsBy(model, ({ passage }) => passage === null || passage.link.kind === 'protective')
    joinedBy.set(model, joined)
  }
  return joined[model.jointOf(a)] === joined[model.jointOf(b)]
}

/** Rails against one another: what is 5 V and what is 24 V meet nowhere. */
export function betweenRails(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  worked: readonly RailWays[],
): readonly Act[] {
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
      if (a === undefined || b === undefined || a === b || isJoinedOnPurpose(plan, one.plus, other.plus)) return []
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

/** No short between the rails, and plus to plus at every plug. */
export function railSteps(
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
