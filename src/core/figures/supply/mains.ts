import type { Model, Solution } from '@/core/model'
import { outletOf, type DeviceId, type Plan, type StateId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import { sumMains } from '@/core/supply'
import { step } from '@/core/trace'
import { IS_CONTINUOUS } from '../protection/protectiveDevices'
import { byState, worstOf } from '../settled/overStates'
import { feedWays } from '@/core/behaviour'
import type { MainsReckoning } from '../types'
import { leaksOn } from './leaks'

/** What a circuit carries for hours: where the NEC rules, four fifths of its breaker's rating (210.19, 210.20; from memory). */
export const carries_A = ({ region }: Plan['site'], breaker_A: number): number =>
  region === 'NEC' && IS_CONTINUOUS ? 0.8 * breaker_A : breaker_A

/** What the outlet gives: amperes, leakage, inrush. */
export function reckonMains(plan: Plan, model: Model, states: ReadonlyMap<StateId, Solution>): MainsReckoning {
  const { site } = plan
  const isRaised = site.region === 'NEC' && IS_CONTINUOUS
  const outlet = fullestOutlet(plan, model, states)
  const allowed_A = carries_A(site, outlet.breaker_A)
  const answers = byState(states, (state) => {
    const inlets = model.devices.filter(({ part }) => part.behaviour.kind === 'mains-inlet')
    if (inlets.some(({ id }) => state.unsolved.has(`${id}/mains`))) return null
    const supplies = model.devices.flatMap(({ id, part }) => {
      const { behaviour } = part
      if (behaviour.kind !== 'supply' || !state.inputs_A.has(id)) return []
      const output_W = behaviour.outputs.reduce(
        (sum, output) => sum + (state.outputs.get(`${id}/${output.id}`)?.power_W ?? 0),
        0,
      )
      return [
        {
          output_W: Math.max(0, output_W),
          efficiency_percent: behaviour.efficiency_percent,
          powerFactor: behaviour.powerFactor,
        },
      ]
    })
    const elsewhere = inlets.filter(({ id }) => outletOf(plan, id).isOwn)
    if (elsewhere.length > 0) {
      const here = inlets.filter(({ id }) =>
        outlet.inlet === null ? !elsewhere.some((own) => own.id === id) : id === outlet.inlet,
      )
      return ofOutlet(
        here,
        inlets.filter((inlet) => !here.includes(inlet)),
        state,
      )
    }
    return sumMains({
      mains_V: site.mains_V,
      supplies,
      direct_W: state.direct_W,
      continuous: IS_CONTINUOUS,
      region: site.region,
      circuit_A: site.outletBreaker_A,
    })
  })
  const current_A = Object.fromEntries(
    Object.entries(answers).map(([id, answer]) => [id, answer?.result.current_A ?? null]),
  ) as Record<StateId, number | null>
  const worst = worstOf(current_A)
  const answer = worst.state ? answers[worst.state] : null
  const trace = answer?.trace ?? [
    step('From the outlet', 'not derived: the mains network could not be solved', 'solved network'),
  ]
  const loading = worst.value === null ? null : (100 * worst.value) / allowed_A
  return {
    outlet,
    current_A,
    allowed_A,
    worst: { value: worst.value, unit: 'A', trace },
    loading: {
      value: loading,
      unit: '%',
      trace: [
        ...trace,
        step(
          'Share',
          loading === null
            ? 'not derived'
            : `${formatNumber(worst.value!)} A ÷ ${formatNumber(allowed_A)} A = ${formatNumber(loading)} %`,
          isRaised ? cite(SOURCES.necContinuous) : 'arithmetic',
        ),
      ],
    },
    leakage: reckonLeakage(plan, model),
    inrush: reckonInrush(plan, model),
    reasons: answer?.result.reasons ?? [],
  }
}

/** The outlet that is nearest to what its circuit carries, in whichever state. */
function fullestOutlet(plan: Plan, model: Model, states: ReadonlyMap<StateId, Solution>): MainsReckoning['outlet'] {
  const inlets = model.devices.filter(({ part }) => part.behaviour.kind === 'mains-inlet').map(({ id }) => id)
  const site = inlets.filter((id) => !outletOf(plan, id).isOwn)
  const own = inlets.filter((id) => !site.includes(id))
  const most_A = (ids: readonly DeviceId[]) =>
    Math.max(
      0,
      ...[...states.values()].map(({ outputs }) =>
        ids.reduce((sum, id) => sum + (outputs.get(`${id}/mains`)?.current_A ?? 0), 0),
      ),
    )
  const all = [
    ...(site.length > 0 || own.length === 0 ? [{ inlet: null, ids: site, breaker_A: plan.site.outletBreaker_A }] : []),
    ...own.map((id) => ({ inlet: id, ids: [id], breaker_A: outletOf(plan, id).breaker_A })),
  ].map((each) => ({ ...each, share: most_A(each.ids) / each.breaker_A }))
  const { inlet, breaker_A } = all.reduce((most, each) => (each.share > most.share ? each : most))
  return { inlet, breaker_A }
}

/** Where some cords go to outlets of their own: what comes in by one outlet, as it was solved. */
function ofOutlet(
  here: Model['devices'],
  elsewhere: Model['devices'],
  { outputs }: Solution,
): ReturnType<typeof sumMains> {
  const amps = here.map(({ id, device }) => ({
    tag: device.tag,
    current_A: outputs.get(`${id}/mains`)?.current_A ?? 0,
  }))
  const current_A = amps.reduce((sum, each) => sum + each.current_A, 0)
  return {
    result: { current_A, leakage_mA: 0, protection_A: null, feasible: true, reasons: [] },
    trace: [
      step(
        'From the outlet',
        `${amps.map((each) => `${each.tag} ${formatNumber(each.current_A)} A`).join(' + ') || 'nothing'} = ${formatNumber(current_A)} A; ${elsewhere.map(({ device }) => device.tag).join(', ')} on other outlets`,
        'solved network',
      ),
    ],
  }
}

/** Whether a device is fed by a cord of the site's outlet, or by none yet. */
function isOnSitesOutlet(plan: Plan, model: Model, device: DeviceId): boolean {
  const ways = feedWays(plan, model).filter((way) => way.device === device && way.isMains)
  return ways.length === 0 || ways.some(({ source }) => !outletOf(plan, source).isOwn)
}

/** What leaks to earth in use, of all that hangs on the site's outlet. */
function reckonLeakage(plan: Plan, model: Model): MainsReckoning['leakage'] {
  const leaks = leaksOn(feedWays(plan, model), (id) => model.deviceById.get(id)!.part).filter(
    ({ inlet, mA }) => mA > 0 && !outletOf(plan, inlet).isOwn,
  )
  const sum_mA = leaks.reduce((sum, { mA }) => sum + mA, 0)
  return {
    value: sum_mA,
    unit: 'mA',
    trace: [
      step(
        'Leakage',
        leaks.length === 0
          ? 'nothing on the outlet states any: 0 mA'
          : `${leaks.map(({ device, mA }) => `${plan.devices[device]!.tag} ${formatNumber(mA)} mA`).join(' + ')} = ${formatNumber(sum_mA)} mA`,
        "the parts' data",
      ),
    ],
  }
}

/** All supplies together, as if every reservoir were empty and the mains at its peak; breakers see that. */
function reckonInrush(plan: Plan, model: Model): MainsReckoning['inrush'] {
  const supplies = model.devices.flatMap(({ id, device, part }) =>
    part.behaviour.kind === 'supply' && device.origin !== 'remove' && isOnSitesOutlet(plan, model, id)
      ? [{ tag: device.tag, inrush_A: part.behaviour.inrush_A }]
      : [],
  )
  const known = supplies.filter(({ inrush_A }) => inrush_A !== null)
  const sum_A = known.reduce((sum, { inrush_A }) => sum + inrush_A!, 0)
  const missing = supplies.filter(({ inrush_A }) => inrush_A === null).map(({ tag }) => tag)
  return {
    value: supplies.length > 0 && known.length === 0 ? null : sum_A,
    unit: 'A',
    trace: [
      step(
        'Peaks',
        supplies.length === 0
          ? 'no supply, no inrush: 0 A'
          : `${known.map(({ tag, inrush_A }) => `${tag} ${formatNumber(inrush_A!)} A`).join(' + ') || 'none known'} = ${formatNumber(sum_A)} A for a few milliseconds${missing.length > 0 ? `; ${missing.join(', ')} not known` : ''}`,
        "the parts' data",
      ),
    ],
  }
}
