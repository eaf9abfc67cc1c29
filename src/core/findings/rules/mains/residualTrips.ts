import type { DeviceId, StateId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly state: StateId
  readonly out_A: number
  readonly home_A: number
  readonly trips_mA: number
}

/** Where its part does not say: what protects a person. An assumption, common practice. */
const USUAL_mA = 30
/** A device may open from half of its rating on, and must at it: IEC 61008-1 (from memory). */
const MAY_OPEN = 0.5

/** A law: what goes out through a residual-current device comes home through it, in every state. */
export const residualTrips = defineRule<Facts>({
  severity: 'stop',
  title: 'A residual-current device that opens at once',
  stage: 'connect',
  source: SOURCES.iec60364Residual,
  find: ({ devices, solutions }) =>
    devices.flatMap(({ id, part }): Facts[] => {
      const { behaviour } = part
      if (behaviour.kind !== 'residual-current-device') return []
      const poles = part.links.flatMap((link) =>
        link.kind === 'contact' || link.kind === 'protective' ? [`${id}/${link.id}`] : [],
      )
      const trips_mA = behaviour.trips_mA ?? USUAL_mA
      let worst: Facts | null = null
      for (const [state, { linkCurrent_A, unsolved }] of solutions) {
        if (poles.some((pole) => unsolved.has(pole))) continue
        const currents = poles.map((pole) => Math.abs(linkCurrent_A.get(pole) ?? 0))
        const [out_A, home_A] = [Math.max(...currents), Math.min(...currents)]
        const isMore = 1000 * (out_A - home_A) > trips_mA * MAY_OPEN
        if (isMore && (!worst || out_A - home_A > worst.out_A - worst.home_A))
          worst = { device: id, state, out_A, home_A, trips_mA }
      }
      return worst && poles.length === 2 ? [worst] : []
    }),
  word: ({ device, state, out_A, home_A, trips_mA }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    severity: 1000 * (out_A - home_A) > trips_mA ? 'stop' : 'caution',
    what: `${context.device(device).tag}, ${formatNumber(trips_mA)} mA, sees ${formatNumber(out_A)} A in one pole and ${formatNumber(home_A)} A in the other in “${context.plan.states[state]!.name}”`,
    why: 'It opens on the difference: something behind it goes home past it, over another neutral or over earth. Bring line and neutral of all that hangs on it through it, both.',
  }),
})
