import type { Plan, TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { Reckoning } from '@/core/figures'
import { CAPACITORS, EARTH_FIRST, NO_HOT_PLUGGING, NOT_ALONE, PROVE_DEAD, STOP_NOT_RATED, UNPLUG } from '../cautions'
import type { Step } from '../types'
import type { FactsOf } from './checks'
import { MINUTES, stepOf } from './draft'
import { wireStep } from './wires'

/** Supplies without load stay this close to their figure. Common practice. */
const OUTPUT_TOLERANCE = 0.05

/** First power: each supply alone, off again, then load after load. */
export function powerSteps(
  plan: Plan,
  reckoning: Reckoning,
  checks: readonly string[],
  factsOf: FactsOf,
): readonly Step[] {
  const alone = supplySteps(plan, reckoning, checks)
  if (alone.length === 0) return []
  return [
    ...alone,
    stepOf({
      id: 'power:down',
      phase: 'first-power',
      title: 'Off, unplug, wait, measure',
      lines: ['Then put the DC fuses back.'],
      minutes: 3,
      after: alone.map(({ id }) => id),
      cautions: [UNPLUG, CAPACITORS, PROVE_DEAD],
      facts: {},
      why: 'Nothing is connected under power.',
    }),
    ...loadSteps(plan, reckoning, factsOf),
  ]
}

function supplySteps(plan: Plan, reckoning: Reckoning, checks: readonly string[]): readonly Step[] {
  const hasStop = Object.values(plan.devices).some(
    (device) => device!.origin !== 'remove' && plan.parts[device!.part]!.behaviour.kind === 'emergency-stop',
  )
  return Object.values(reckoning.supplies).flatMap((supply) => {
    const { tag, origin, part: partId } = plan.devices[supply.device]!
    const part = plan.parts[partId]!
    if (origin === 'remove' || part.behaviour.kind !== 'supply') return []
    const label = (key: string) => part.terminals[key.slice(key.indexOf('|') + 1) as TerminalId]!.label
    return Object.entries(supply.outputs).map(([output, { voltage_V, plus, minus }]) =>
      stepOf({
        id: `power:${supply.device}/${output}`,
        phase: 'first-power',
        device: supply.device,
        title: `${tag} alone: ${formatNumber(voltage_V)} V`,
        minutes: MINUTES.power,
        after: checks,
        cautions: [NOT_ALONE, EARTH_FIRST, ...(hasStop ? [STOP_NOT_RATED] : [])],
        lines: [
          'All DC fuses out, so that nothing hangs on it.',
          `Plug in, switch on, measure ${label(plus)} against ${label(minus)}.`,
        ],
        reading: {
          what: 'Volts without load',
          unit: 'V',
          from: round(voltage_V * (1 - OUTPUT_TOLERANCE)),
          to: round(voltage_V * (1 + OUTPUT_TOLERANCE)),
        },
        facts: { part: partId, mains: `${plan.site.mains_V}` },
        why: 'A wrong selector or a trimmed-off output shows before it reaches a board.',
      }),
    )
  })
}

/** One load after the other, in the order of the rails. */
function loadSteps(plan: Plan, reckoning: Reckoning, factsOf: FactsOf): readonly Step[] {
  const drawOf = new Map([...reckoning.draws].reverse().map((draw) => [draw.device, draw]))
  let before = 'power:down'
  return reckoning.rails.flatMap((rail) =>
    rail.kind !== 'dc'
      ? []
      : rail.branches.flatMap((branch) => {
          const draw = drawOf.get(branch.device)
          const volts = draw ? Object.values(draw.voltage_V).filter((value): value is number => value !== null) : []
          if (volts.length === 0) return []
          const low = Math.min(...volts)
          const { tag, name, part } = plan.devices[branch.device]!
          const fuse = branch.fuse ? ` (fuse ${branch.fuse.link} of ${plan.devices[branch.fuse.device]!.tag})` : ''
          const step = stepOf({
            id: `power:load/${branch.device}/${rail.id}`,
            phase: 'first-power',
            device: branch.device,
            title: `${tag}, ${name}`,
            lines: [`Connect it${fuse}, power again, measure at its terminals.`],
            minutes: MINUTES.power,
            after: [before],
            cautions: [NO_HOT_PLUGGING],
            reading: {
              what: 'Volts at its terminals',
              unit: 'V',
              from: round(low * (1 - OUTPUT_TOLERANCE)),
              to: round(rail.voltage_V * (1 + OUTPUT_TOLERANCE)),
            },
            facts: { part, wires: factsOf(branch.wires.map(wireStep)) },
            why: `One at a time. At full work ${formatNumber(low)} V are expected here.`,
          })
          before = step.id
          return [step]
        }),
  )
}

function round(value: number): number {
  return Math.round(value * 10) / 10
}
