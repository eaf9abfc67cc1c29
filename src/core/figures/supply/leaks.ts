import type { DeviceId, LeakForm, Part } from '@/core/plan'
import type { FeedWay } from '@/core/behaviour'

/** What one device lets through to earth, and the ways on which it is fed from one inlet. */
export interface Leak {
  readonly device: DeviceId
  readonly inlet: DeviceId
  readonly mA: number
  readonly form: LeakForm
  readonly ways: readonly FeedWay[]
}

/** As its part states it; a supply rectifies one phase, which makes a fault behind it pulsed (from memory, IEC 62423). */
export function leakOf({ leaks, behaviour }: Part): { readonly mA: number; readonly form: LeakForm } | null {
  if (leaks) return leaks
  return behaviour.kind === 'supply' ? { mA: behaviour.leakage_mA ?? 0, form: 'pulsed' } : null
}

/** Of everything on the mains, by the inlet that feeds it. */
export function leaksOn(ways: readonly FeedWay[], partOf: (device: DeviceId) => Part): readonly Leak[] {
  const found = new Map<string, Leak & { readonly ways: FeedWay[] }>()
  for (const way of ways) {
    const own = way.isMains ? leakOf(partOf(way.device)) : null
    if (!own) continue
    const key = `${way.source} ${way.device}`
    const known = found.get(key)
    if (known) known.ways.push(way)
    else found.set(key, { device: way.device, inlet: way.source, ...own, ways: [way] })
  }
  return [...found.values()]
}
