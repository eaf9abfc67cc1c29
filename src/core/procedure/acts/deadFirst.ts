import { hasKind, isPluggedIn, type Plan } from '@/core/plan'
import { BATTERY_OFF, CAPACITORS, UNPLUG } from '../cautions'

/** What must be off before anything is measured dead: only what this plan has. */
export function deadFirst(plan: Plan): readonly string[] {
  return [
    ...(isPluggedIn(plan) ? [UNPLUG] : []),
    ...(hasKind(plan, 'battery') ? [BATTERY_OFF] : []),
    ...(hasKind(plan, 'supply', 'adapter') ? [CAPACITORS] : []),
  ]
}
