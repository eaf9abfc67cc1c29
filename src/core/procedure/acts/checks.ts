import { resistance_ohm_per_km } from '@/core/conductor'
import { landed, type Plan, type WireEnd, type WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { Reckoning } from '@/core/figures'
import { CAPACITORS, UNPLUG } from '../cautions'
import type { Act } from '../types'
import { MINUTES, actOf } from './draft'
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
  return [
    ...(hasMains && mains.length > 0 ? [coversStep(mains, factsOf)] : []),
    ...(hasMains ? earthSteps(plan, reckoning, factsOf) : []),
    ...(hasMains ? [insulationStep(mains, factsOf)] : []),
    ...guessSteps(plan, factsOf),
    ...railSteps(plan, reckoning, factsOf),
  ]
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

function earthSteps(plan: Plan, reckoning: Reckoning, factsOf: FactsOf): readonly Act[] {
  const making = stepMaking(plan)
  return reckoning.earths.flatMap(({ device, path }): Act[] => {
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
        facts: { path: factsOf(path.map(making)) },
        why: `The conductors alone are ${formatNumber(path_ohm)} Ω; a painted joint reads ohms or nothing.`,
      }),
    ]
  })
}

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
        why: 'Guides contradict one another. What nobody measured is the likeliest to be wrong, and the first to burn.',
      }),
    ]
  })
}

function insulationStep(mains: readonly string[], factsOf: FactsOf): Act {
  return actOf({
    id: 'check:insulation',
    phase: 'checks',
    tools: ['meter'],
    title: 'Line and neutral against earth',
    lines: ['Main switch on, plug out. Each pin of the plug against the earth pin.'],
    minutes: MINUTES.check,
    cautions: [UNPLUG, CAPACITORS],
    after: ['covers', ...mains],
    reading: { what: 'Resistance, line or neutral to earth, the lower', unit: 'Ω', from: INSULATION_OHM, to: null },
    facts: { wires: factsOf(mains) },
    why: 'A pinched wire or a stray strand shows here, not as a bang.',
  })
}

/** No short between the rails, and plus to plus at every plug. */
function railSteps(plan: Plan, reckoning: Reckoning, factsOf: FactsOf): readonly Act[] {
  const lowVoltage = [...new Set(wiresOf(plan, 'V+', 'V-').map(stepMaking(plan)))]
  const facts = { wires: factsOf(lowVoltage) }
  const shorts = Object.values(reckoning.supplies).flatMap((supply) => {
    const { tag, origin, part } = plan.devices[supply.device]!
    if (origin === 'remove') return []
    const { kind } = plan.parts[part]!.behaviour
    return Object.entries(supply.outputs).map(([output, { voltage_V }]) =>
      actOf({
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
        ],
        minutes: MINUTES.check,
        cautions: [UNPLUG, CAPACITORS],
        after: lowVoltage,
        reading: { what: 'Resistance, plus to minus, once it is steady', unit: 'Ω', from: RAIL_OHM, to: null },
        facts,
        why: 'A short found now costs nothing.',
      }),
    )
  })
  const polarised = [
    ...new Set(
      reckoning.draws.flatMap(({ device, draw }) => {
        const { origin, part: id } = plan.devices[device]!
        const part = plan.parts[id]!
        const isPolarised = part.terminals[part.draws.find((each) => each.id === draw)!.plus]!.polarised
        return origin !== 'remove' && isPolarised ? [device] : []
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
      title: 'Polarity at every plug',
      lines: polarised.map((device) => `${plan.devices[device]!.tag} ${plan.devices[device]!.name}`),
      minutes: 1 + polarised.length,
      after: lowVoltage,
      facts,
      why: 'Plus to plus by continuity, not by colour. Boards do not survive a mistake.',
    }),
  ]
}
