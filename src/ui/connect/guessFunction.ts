import { functionBetween, plainFunction } from '@/core/cables'
import type { DeviceId, Plan, TerminalId, WireFunction } from '@/core/plan'
import { type Reckoning } from '@/core/figures'
import { terminalKey } from '@/core/model'

interface Point {
  readonly device: DeviceId
  readonly terminal: TerminalId
}

/** What a new wire does, by what its terminals say and what already reaches them. */
export function guessFunction(plan: Plan, reckoning: Reckoning | null, a: Point, b: Point): WireFunction {
  const own = plainFunction(plan, a, b)
  if (own) return own
  for (const point of [a, b]) {
    const net = reckoning?.nets.find(({ id }) => id === reckoning.netOf[terminalKey(point.device, point.terminal)])
    const kinds = new Set(net?.potentials.map(({ kind }) => kind) ?? [])
    for (const kind of ['L', 'N', 'PE'] as const) if (kinds.has(kind)) return kind
    if (kinds.has('+')) return 'V+'
    if (kinds.has('-')) return 'V-'
  }
  return functionBetween(plan, a, b)
}
