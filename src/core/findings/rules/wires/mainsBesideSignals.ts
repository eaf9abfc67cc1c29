import type { DeviceId, Plan } from '@/core/plan'
import { gapBetween } from '@/core/geometry'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** Kept between open mains and boards; common practice. */
const APART_mm = 25

type Touched = ReadonlyMap<DeviceId, ReadonlySet<string>>
const known = new WeakMap<Plan['wires'], Touched>()

/** What the wires at each device are. */
function touchedBy(wires: Plan['wires']): Touched {
  const before = known.get(wires)
  if (before) return before
  const touches = new Map<DeviceId, Set<string>>()
  for (const wire of Object.values(wires)) {
    const { from, to, origin, function: fn } = wire!
    if (origin === 'remove' || from.kind !== 'terminal' || to.kind !== 'terminal') continue
    for (const { device } of [from, to]) touches.set(device, (touches.get(device) ?? new Set()).add(fn))
  }
  known.set(wires, touches)
  return touches
}

export const mainsBesideSignals = defineLayingRule<{
  readonly mains: DeviceId
  readonly signals: DeviceId
  readonly gap_mm: number
}>({
  severity: 'note',
  title: 'Mains beside signals',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) => {
    const touches = touchedBy(context.plan.wires)
    const isMains = (id: DeviceId) => (touches.get(id)?.has('L') || touches.get(id)?.has('N')) === true
    return context.reckoning.faces.flatMap(({ items }) => {
      // A supply’s metal case parts its own two sides.
      const mains = items.filter(({ device }) => isMains(device) && context.part(device).behaviour.kind !== 'supply')
      const signals = items.filter(({ device }) => touches.get(device)?.has('signal') && !isMains(device))
      return mains.flatMap((one) =>
        signals.flatMap((other) => {
          const gap_mm = gapBetween(one.body, other.body)
          return gap_mm < APART_mm - 1e-6 ? [{ mains: one.device, signals: other.device, gap_mm }] : []
        }),
      )
    })
  },
  word: ({ mains, signals, gap_mm }, context) => ({
    subjects: [
      { kind: 'device', id: mains },
      { kind: 'device', id: signals },
    ],
    what: `${context.device(mains).tag} on the mains stands ${formatNumber(gap_mm)} mm from ${context.device(signals).tag} and its signals; ${APART_mm} mm are wanted`,
    why: 'A strand that comes loose jumps from one to the other, and what switches mains disturbs what counts pulses.',
  }),
})
