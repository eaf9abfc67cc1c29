import { apply } from '../apply'
import type { DeviceId } from '../schema/ids'
import type { Plan } from '../schema/plan'
import { proposeRoles } from './propose'

/** A plan with what its names say of roles put in: all of it, or of some devices only. What has roles keeps them. */
export function withRoles(plan: Plan, only?: ReadonlySet<DeviceId>): Plan {
  const applied = apply(plan, proposeRoles(plan, only))
  return applied.kind === 'applied' ? applied.plan : plan
}
