import type { BehaviourKind, Plan } from '@/core/plan'
import { BATTERY_OFF, CAPACITORS, UNPLUG } from '../cautions'

const has = (plan: Plan, ...kinds: readonly BehaviourKind[]) =>
  Object.values(plan.devices).some(
    (device) => device!.origin !== 'remove' && kinds.includes(plan.parts[device!.part]!.behaviour.kind),
  )

/** Whether something is plugged in that can be unplugged. */
export const isPluggedIn = (plan: Plan): boolean => has(plan, 'mains-inlet', 'adapter')

/** What must be off before anything is measured dead: only what this plan has. */
export function deadFirst(plan: Plan): readonly string[] {
  return [
    ...(isPluggedIn(plan) ? [UNPLUG] : []),
    ...(has(plan, 'battery') ? [BATTERY_OFF] : []),
    ...(has(plan, 'supply', 'adapter') ? [CAPACITORS] : []),
  ]
}
