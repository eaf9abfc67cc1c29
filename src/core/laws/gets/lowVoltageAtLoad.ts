import type { DeviceId, StateId } from '@/core/plan'
import { formatVolts } from '@/core/quantity'
import { terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly draw: string
  readonly state: StateId
  readonly voltage_V: number
  readonly nominal_V: number
  /** It gave up below its least voltage and draws nothing. */
  readonly isDropped: boolean
}

/** Feed and return each may lose their limit; the load sees both. */
const WAYS = 2

export const lowVoltageAtLoad = defineRule<Facts>({
  severity: 'caution',
  title: 'Too little voltage at the load',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.draws.flatMap(({ device, draw, nominal_V, voltage_V, current_A }): Facts[] => {
      const dropped = Object.entries(voltage_V).find(
        ([state, value]) => value !== null && current_A[state as StateId] === 0,
      )
      if (dropped && context.device(device).origin !== 'remove')
        return [{ device, draw, state: dropped[0] as StateId, voltage_V: dropped[1]!, nominal_V, isDropped: true }]
      const worst = Object.entries(voltage_V).reduce<readonly [string, number] | null>(
        (least, [state, value]) => (value !== null && (!least || value! < least[1]) ? [state, value!] : least),
        null,
      )
      if (!worst || context.device(device).origin === 'remove') return []
      // A wide-range input on a lower rail is judged by its rail.
      const plus = context.part(device).draws.find(({ id }) => id === draw)!.plus
      const rail_V = Math.max(
        0,
        ...context
          .potentials(terminalKey(device, plus))
          .map((potential) => potential.voltage_V ?? context.plan.site.mains_V),
      )
      const limit_V =
        Math.min(nominal_V, rail_V || nominal_V) * (1 - (WAYS * context.plan.practice.maxDrop_percent) / 100)
      return worst[1] < limit_V
        ? [{ device, draw, state: worst[0] as StateId, voltage_V: worst[1], nominal_V, isDropped: false }]
        : []
    }),
  word: ({ device, voltage_V, nominal_V, state, isDropped }, context) => ({
    // What falls out certainly does not work; what gets a little less mostly does.
    severity: isDropped ? 'stop' : 'caution',
    subjects: [{ kind: 'device', id: device }],
    alike: state,
    what: isDropped
      ? `${context.device(device).tag} cannot be fed in state “${context.plan.states[state]!.name}”: loaded, its voltage would fall below what it runs on`
      : `${context.device(device).tag} gets ${formatVolts(voltage_V)} of ${nominal_V} V in state “${context.plan.states[state]!.name}”`,
    why: 'Boards reset, motors lose steps, pixels turn red. Check the supply’s voltage, thicken or shorten the feed, or feed it on its own pair.',
  }),
})
