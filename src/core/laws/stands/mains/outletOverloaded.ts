import { carries_A } from '@/core/figures'
import { outletOf, type DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  /** An inlet with an outlet of its own; null of the site's. */
  readonly inlet: DeviceId | null
  readonly current_A: number
  readonly allowed_A: number
  readonly breaker_A: number
}

export const outletOverloaded = defineRule<Facts>({
  severity: 'stop',
  title: "More than the outlet's circuit gives",
  stage: 'brief',
  source: SOURCES.iec60364Overload,
  find({ reckoning: { mains, rails }, plan }) {
    const own = rails.flatMap(({ kind, source, load }): Facts[] => {
      const { isOwn, breaker_A } = outletOf(plan, source)
      return kind === 'mains' && isOwn && load.value !== null
        ? [{ inlet: source, current_A: load.value, allowed_A: carries_A(plan.site, breaker_A), breaker_A }]
        : []
    })
    const shared = rails.filter(({ kind, source }) => kind === 'mains' && !outletOf(plan, source).isOwn)
    // What the site's outlet gives is the figure of the pulse, but where another outlet is fuller.
    const current_A =
      mains.outlet.inlet === null ? mains.worst.value : shared.reduce((sum, { load }) => sum + (load.value ?? 0), 0)
    const allowed_A = carries_A(plan.site, plan.site.outletBreaker_A)
    const site = current_A === null ? [] : [{ inlet: null, current_A, allowed_A, breaker_A: plan.site.outletBreaker_A }]
    return [...site, ...own].filter(({ current_A, allowed_A }) => current_A > allowed_A * (1 + 1e-9))
  },
  word: ({ inlet, current_A, allowed_A, breaker_A }, { plan }) => ({
    // Between what it may carry for hours and what it is for, it may hold.
    severity: current_A > breaker_A * (1 + 1e-9) ? 'stop' : 'caution',
    subjects: [inlet ? { kind: 'device', id: inlet } : { kind: 'plan' }],
    what: `${formatNumber(current_A)} A are drawn${inlet ? ` through ${plan.devices[inlet]!.tag}` : ''} and the outlet's ${formatNumber(breaker_A)} A breaker allows ${formatNumber(allowed_A)} A for hours`,
    why: 'It trips in the middle of the work, or the wiring of the house runs hot. Run less at once, or feed from two circuits.',
  }),
})
