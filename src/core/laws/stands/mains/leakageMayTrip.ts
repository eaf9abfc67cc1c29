import { leaksOn } from '@/core/figures'
import { outletOf, type DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  /** Those whose outlet has that device. */
  readonly inlets: readonly DeviceId[]
  readonly from: readonly DeviceId[]
  readonly leakage_mA: number
  readonly residual_mA: number
}

/** A device may open from half of its rating on: IEC 61008-1 (from memory). */
const MAY_OPEN = 0.5

/** What leaks to earth in use, by the outlet whose device sees it. */
export const leakageMayTrip = defineRule<Facts>({
  severity: 'caution',
  title: 'Leakage may trip the residual-current device',
  stage: 'brief',
  source: SOURCES.practice,
  find: (context) => {
    const { plan, devices, ways } = context
    const leaks = leaksOn(ways, (id) => context.part(id))
    const inlets = devices.filter(({ part }) => part.behaviour.kind === 'mains-inlet').map(({ id }) => id)
    const site = inlets.filter((id) => !outletOf(plan, id).isOwn)
    const outlets = [...(site.length > 0 ? [site] : []), ...inlets.filter((id) => !site.includes(id)).map((id) => [id])]
    return outlets.flatMap((own): Facts[] => {
      const { residual_mA } = outletOf(plan, own[0]!)
      const seen = leaks.filter(({ inlet, mA }) => own.includes(inlet) && mA > 0)
      const leakage_mA = seen.reduce((sum, { mA }) => sum + mA, 0)
      return residual_mA !== null && leakage_mA > residual_mA * MAY_OPEN
        ? [{ inlets: own, from: seen.map(({ device }) => device), leakage_mA, residual_mA }]
        : []
    })
  },
  word: ({ inlets, from, leakage_mA, residual_mA }, context) => ({
    subjects: [...inlets, ...from].map((id) => ({ kind: 'device', id })),
    what: `${formatNumber(leakage_mA)} mA leak to earth in use, from ${from.map((id) => context.device(id).tag).join(', ')}, and the outlet’s device opens on ${formatNumber(residual_mA)} mA`,
    why: 'Above half its rating it may trip without any fault. Fewer supplies, ones with less leakage, or an outlet with a device of its own.',
  }),
})
