import type { Plan, WireFunction } from '@/core/plan'
import type { Port } from '@/core/joining'

const OWN: readonly string[] = ['L', 'N', 'PE', 'V+', 'V-']

/** What a conductor does, by what the terminals at its ends say; `signal` where they say nothing else. */
export function functionBetween(plan: Plan, ...ends: readonly (Port | null)[]): WireFunction {
  const said = ends.flatMap((end) =>
    end ? [plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!.function] : [],
  )
  const plain = said.find((fn) => OWN.includes(fn))
  if (plain) return plain as WireFunction
  if (said.includes('control+')) return 'V+'
  if (said.includes('control-')) return 'V-'
  return 'signal'
}
