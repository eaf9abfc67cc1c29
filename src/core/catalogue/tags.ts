import { PART_KINDS, type BehaviourKind, type Plan } from '@/core/plan'

/** The letter that a device's tag starts with. */
export function tagPrefix(kind: BehaviourKind): string {
  return PART_KINDS[kind].tag
}

/** The first free tag of a kind: "PS2" when there is a PS1. */
export function nextTag(plan: Plan, kind: BehaviourKind): string {
  const used = new Set(Object.values(plan.devices).map((device) => device.tag.toLowerCase()))
  for (let n = 1; ; n += 1)
    if (!used.has(`${PART_KINDS[kind].tag}${n}`.toLowerCase())) return `${PART_KINDS[kind].tag}${n}`
}
