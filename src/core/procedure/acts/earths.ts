import { resistance_ohm_per_km } from '@/core/conductor'
import { terminalKey, type TerminalKey } from '@/core/model'
import { PART_KINDS, terminalWords, type DeviceId, type Part, type Plan, type TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { Reckoning } from '@/core/figures'
import { UNPLUG } from '../cautions'
import type { Act } from '../types'
import type { FactsOf } from './checks'
import { ALLOWANCE_OHM, closedWays, standsDead } from './closedWays'
import { deadFirst } from './deadFirst'
import { MINUTES, actOf } from './draft'
import { inletOf, inletsOf, presentOf, type Ends } from './ends'
import { leadAct } from './leads'
import { stepMaking } from './wires'

/** The earth pin of the inlet, from which all earths are measured. */
export function inletEarthOf(plan: Plan): TerminalKey | null {
  const inlet = inletOf(plan)
  if (inlet === undefined) return null
  const { behaviour } = plan.parts[plan.devices[inlet]!.part]!
  return behaviour.kind === 'mains-inlet' && behaviour.earth !== null ? terminalKey(inlet, behaviour.earth) : null
}

/** Each piece of bare metal that the plan earths. */
export function earthSteps(
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
          to: Math.round((path_ohm + ALLOWANCE_OHM) * 100) / 100,
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

/** The earths of all cords are one: from the first inlet's earth pin to each other's. */
export function cordEarthActs(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  ends: Ends,
  inletEarth: TerminalKey | null,
): readonly Act[] {
  const [first, ...others] = inletsOf(plan)
  if (inletEarth === null || first === undefined || others.length === 0) return []
  const common = { making: stepMaking(plan), factsOf, cautions: deadFirst(plan) }
  const ways = closedWays(plan, reckoning, ends, inletEarth, standsDead(plan))
  return others.flatMap((inlet): readonly Act[] => {
    const { tag, part } = plan.devices[inlet]!
    const { behaviour } = plan.parts[part]!
    if (behaviour.kind !== 'mains-inlet' || behaviour.earth === null) return []
    const key = terminalKey(inlet, behaviour.earth)
    if (!ways.has(key)) return []
    return [
      leadAct(ways, common, {
        id: `check:earth/cord/${inlet}`,
        group: 'earth',
        red: inletEarth,
        black: key,
        title: `Earth of ${tag} and of ${plan.devices[first]!.tag} are one`,
        lines: ['All plugs out. From the earth pin of one inlet to that of the other. Zero the meter’s leads first.'],
        why: 'Each cord brings its own earth: with one plug out, the metal hangs on the other’s alone.',
        ifOff: 'The second cord’s earth lead was never landed, or lies on its neutral.',
        source: 'IEC 60204-1, 18.2.2 as a guide (from memory); the allowance is common practice',
      }),
    ]
  })
}

/** Earth contacts that no bare metal stands for: of outlets, of sockets, of what is plugged in later. */
export function earthContactActs(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  ends: Ends,
  inletEarth: TerminalKey | null,
): readonly Act[] {
  if (inletEarth === null) return []
  const common = { making: stepMaking(plan), factsOf, cautions: deadFirst(plan) }
  const ways = closedWays(plan, reckoning, ends, inletEarth, standsDead(plan))
  const proved = new Set<DeviceId>(reckoning.earths.flatMap(({ device, path }) => (path === null ? [] : [device])))
  return presentOf(plan).flatMap((device) => {
    const { name, part: partId } = plan.devices[device]!
    const part = plan.parts[partId]!
    if (
      proved.has(device) ||
      part.behaviour.kind === 'mains-inlet' ||
      PART_KINDS[part.behaviour.kind].group === 'joints'
    )
      return []
    const contacts = (Object.keys(part.terminals) as TerminalId[]).filter((id) => {
      const key = terminalKey(device, id)
      return part.terminals[id]!.function === 'PE' && ends.has(key) && ways.has(key)
    })
    return apart(part, contacts).map((terminal) => {
      const key = terminalKey(device, terminal)
      return leadAct(ways, common, {
        id: `check:earth/${device}/${terminal}`,
        group: 'earth',
        red: inletEarth,
        black: key,
        title: `Earth contact of ${terminalWords(plan, key)}, ${name}`,
        lines: ['From the earth pin of the inlet to this contact. Zero the meter’s leads first.'],
        why: 'What is plugged in or hung on here has no other earth than this.',
        ifOff: 'A lead that was never landed, or landed on the neutral beside it.',
        source: 'IEC 60204-1, 18.2.2 as a guide (from memory); the allowance is common practice',
      })
    })
  })
}

/** Of terminals that a bar joins, the first. */
function apart(part: Part, terminals: readonly TerminalId[]): readonly TerminalId[] {
  const bars = part.links.flatMap((link) => (link.kind === 'bar' ? [link.terminals] : []))
  return terminals.filter(
    (id, i) => !terminals.slice(0, i).some((before) => bars.some((bar) => bar.includes(id) && bar.includes(before))),
  )
}
