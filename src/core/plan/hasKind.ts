import type { BehaviourKind } from './schema/part'
import type { Plan } from './schema/plan'

/** Whether a plan has, and keeps, a device of one of some kinds. */
export const hasKind = (plan: Plan, ...kinds: readonly BehaviourKind[]): boolean =>
  Object.values(plan.devices).some(
    (device) => device!.origin !== 'remove' && kinds.includes(plan.parts[device!.part]!.behaviour.kind),
  )

/** Whether something is plugged in that can be unplugged. */
export const isPluggedIn = (plan: Plan): boolean => hasKind(plan, 'mains-inlet', 'adapter')
