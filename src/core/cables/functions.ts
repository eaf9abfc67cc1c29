import type { Plan, WireFunction } from '@/core/plan'
import type { Port } from '@/core/joining'

const OWN: readonly string[] = ['L', 'N', 'PE', 'V+', 'V-']

type Ends = readonly (Port | null)[]

const said = (plan: Plan, ends: Ends) =>
  ends.flatMap((end) => (end ? [plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!.function] : []))

/** What one of the terminals says outright; null where they leave it open. */
export const plainFunction = (plan: Plan, ...ends: Ends): WireFunction | null =>
  (said(plan, ends).find((fn) => OWN.includes(fn)) as WireFunction | undefined) ?? null

/** What a conductor does, by what the terminals at its ends say; `signal` where they say nothing else. */
export function functionBetween(plan: Plan, ...ends: Ends): WireFunction {
  const own = plainFunction(plan, ...ends)
  if (own) return own
  const functions = said(plan, ends)
  return functions.includes('control+') ? 'V+' : functions.includes('control-') ? 'V-' : 'signal'
}
