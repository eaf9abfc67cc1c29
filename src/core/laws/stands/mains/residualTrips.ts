import { terminalKey } from '@/core/model'
import { outletOf, USUAL_RESIDUAL_mA, type DeviceId, type StateId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  /** It is ahead of the outlet of this inlet, and not in the plan. */
  readonly isAhead: boolean
  readonly state: StateId
  readonly out_A: number
  readonly home_A: number
  readonly trips_mA: number
}

/** A device may open from half of its rating on, and must at it: IEC 61008-1 (from memory). */
const MAY_OPEN = 0.5

/** What goes out and comes home through a device in a state; null where that has no answer. */
type Seen = readonly [out_A: number, home_A: number] | null

/** A device of the plan, by the currents of its two poles. */
function throughPoles(context: Context, device: DeviceId, state: StateId): Seen {
  const { linkCurrent_A, unsolved } = context.solutions.get(state)!
  const poles = context
    .part(device)
    .links.flatMap((link) => (link.kind === 'contact' || link.kind === 'protective' ? [`${device}/${link.id}`] : []))
  if (poles.length !== 2 || poles.some((pole) => unsolved.has(pole))) return null
  const currents = poles.map((pole) => Math.abs(linkCurrent_A.get(pole) ?? 0))
  return [Math.max(...currents), Math.min(...currents)]
}

/** One ahead of an outlet: what its cord brings and does not take home goes by the earth. */
function throughOutlet(context: Context, inlet: DeviceId, state: StateId): Seen {
  const { behaviour } = context.part(inlet)
  if (behaviour.kind !== 'mains-inlet' || behaviour.earth === null) return null
  const { outputs, wireCurrent_A, unsolved } = context.solutions.get(state)!
  const source = `${inlet}/mains`
  if (unsolved.has(source)) return null
  const earth = context.model.jointOf(terminalKey(inlet, behaviour.earth))
  const byEarth_A = context.model.conductors.reduce((sum, { id, jointFrom, jointTo }) => {
    const current_A = wireCurrent_A.get(id) ?? 0
    return sum + (jointFrom === earth ? current_A : 0) - (jointTo === earth ? current_A : 0)
  }, 0)
  const out_A = Math.abs(outputs.get(source)?.current_A ?? 0)
  return [out_A, Math.max(0, out_A - Math.abs(byEarth_A))]
}

/** A law: what goes out through a residual-current device comes home through it, in every state. */
export const residualTrips = defineRule<Facts>({
  severity: 'stop',
  title: 'A residual-current device that opens at once',
  stage: 'connect',
  source: SOURCES.iec60364Residual,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const { behaviour } = part
      const isAhead = behaviour.kind === 'mains-inlet'
      if (!isAhead && behaviour.kind !== 'residual-current-device') return []
      const trips_mA = isAhead ? outletOf(context.plan, id).residual_mA : (behaviour.trips_mA ?? USUAL_RESIDUAL_mA)
      if (trips_mA === null) return []
      let worst: Facts | null = null
      for (const state of context.solutions.keys()) {
        const seen = (isAhead ? throughOutlet : throughPoles)(context, id, state)
        if (seen === null) continue
        const [out_A, home_A] = seen
        const isMore = 1000 * (out_A - home_A) > trips_mA * MAY_OPEN
        if (isMore && (!worst || out_A - home_A > worst.out_A - worst.home_A))
          worst = { device: id, isAhead, state, out_A, home_A, trips_mA }
      }
      return worst ? [worst] : []
    }),
  word: ({ device, isAhead, state, out_A, home_A, trips_mA }, context) => {
    const { tag } = context.device(device)
    const name = context.plan.states[state]!.name
    const what = isAhead
      ? `The device ahead of the outlet of ${tag}, ${formatNumber(trips_mA)} mA, sees ${formatNumber(out_A)} A go out and ${formatNumber(home_A)} A come home in “${name}”`
      : `${tag}, ${formatNumber(trips_mA)} mA, sees ${formatNumber(out_A)} A in one pole and ${formatNumber(home_A)} A in the other in “${name}”`
    return {
      subjects: [{ kind: 'device', id: device }],
      severity: 1000 * (out_A - home_A) > trips_mA ? 'stop' : 'caution',
      what,
      why: 'It opens on the difference: something behind it goes home past it, over another neutral or over earth. Bring line and neutral of all that hangs on it through it, both.',
    }
  },
})
