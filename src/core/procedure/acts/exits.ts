import { terminalKey } from '@/core/model'
import { terminalWords, type Part, type Plan, type TerminalId } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import type { Reckoning } from '@/core/figures'
import { NO_HOT_PLUGGING } from '../cautions'
import type { Act } from '../types'
import type { FactsOf } from './checks'
import { standsDead, wiresTo } from './closedWays'
import { MINUTES, actOf } from './draft'
import { presentOf, type Ends } from './ends'
import { railWays } from './railLeads'
import { stepMaking } from './wires'

/** Supplies without load stay this close to their figure. Common practice. */
export const OUTPUT_TOLERANCE = 0.05

/** Terminals that are one inside the part. */
const barred = (part: Part, terminal: TerminalId): readonly TerminalId[] =>
  part.links.reduce<readonly TerminalId[]>(
    (list, link) => (link.kind === 'bar' && link.terminals.includes(terminal) ? link.terminals : list),
    [terminal],
  )

/** Sockets that are fed and have nothing behind them yet: what is plugged in later trusts their poles. */
export function exitActs(
  plan: Plan,
  reckoning: Reckoning,
  factsOf: FactsOf,
  ends: Ends,
  before: string,
): readonly Act[] {
  const making = stepMaking(plan)
  const exits = presentOf(plan).filter((id) => plan.parts[plan.devices[id]!.part]!.behaviour.kind === 'coupler')
  if (exits.length === 0) return []
  const rails = railWays(plan, reckoning, ends, standsDead(plan))
  return exits.flatMap((device) => {
    const { tag, name, part: partId } = plan.devices[device]!
    const part = plan.parts[partId]!
    const open = (Object.keys(part.terminals) as TerminalId[]).filter((id) => {
      const landings = barred(part, id).flatMap((each) => ends.get(terminalKey(device, each)) ?? [])
      return ends.has(terminalKey(device, id)) && landings.length === 1
    })
    return rails.flatMap(({ device: source, output, voltage_V, fromPlus, fromMinus }): Act[] => {
      const plus = open.map((id) => terminalKey(device, id)).find((key) => fromPlus.has(key) && !fromMinus.has(key))
      const minus = open.map((id) => terminalKey(device, id)).find((key) => fromMinus.has(key) && !fromPlus.has(key))
      if (plus === undefined || minus === undefined) return []
      const made = [...new Set([...wiresTo(fromPlus, plus), ...wiresTo(fromMinus, minus)].map(making))]
      return [
        actOf({
          id: `power:exit/${device}/${source}/${output}`,
          phase: 'first-power',
          tools: ['meter'],
          device,
          title: `${tag}, ${name}: volts and polarity`,
          lines: [
            'Nothing plugged into it; its fuse in.',
            `Red at ${terminalWords(plan, plus)}, black at ${terminalWords(plan, minus)}.`,
          ],
          minutes: MINUTES.power,
          after: [before],
          cautions: [NO_HOT_PLUGGING],
          reading: {
            what: 'Volts without load',
            unit: 'V',
            from: Math.round(voltage_V * (1 - OUTPUT_TOLERANCE) * 10) / 10,
            to: Math.round(voltage_V * (1 + OUTPUT_TOLERANCE) * 10) / 10,
          },
          facts: { part: partId, wires: factsOf(made) },
          why: 'What is plugged in here trusts its poles.',
          test: {
            group: 'loads',
            red: plus,
            black: minus,
            situation: 'all on',
            meter: 'volts-dc',
            held: null,
            ifOff: 'Minus: its two leads are exchanged. Nothing: its fuse, an open lead.',
            source: cite(SOURCES.practice),
          },
        }),
      ]
    })
  })
}
