import type { BehaviourKind } from './schema/part'
import type { Plan } from './schema/plan'

/** Of the devices that a plan keeps; asked again and again, and the same as long as its devices and parts are. */
const known = new WeakMap<
  Plan['devices'],
  { readonly parts: Plan['parts']; readonly kinds: ReadonlySet<BehaviourKind> }
>()

function kindsOf({ devices, parts }: Plan): ReadonlySet<BehaviourKind> {
  const own = known.get(devices)
  if (own?.parts === parts) return own.kinds
  const kinds = new Set(
    Object.values(devices).flatMap((device) =>
      device!.origin === 'remove' ? [] : [parts[device!.part]!.behaviour.kind],
    ),
  )
  known.set(devices, { parts, kinds })
  return kinds
}

/** Whether a plan has, and keeps, a device of one of some kinds. */
export function hasKind(plan: Plan, ...kinds: readonly BehaviourKind[]): boolean {
  const own = kindsOf(plan)
  return kinds.some((kind) => own.has(kind))
}

/** Whether something is plugged in that can be unplugged. */
export const isPluggedIn = (plan: Plan): boolean => hasKind(plan, 'mains-inlet', 'adapter')
