import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Plan, WireId } from '@/core/plan'

/** Builders that several tests of the reckoning use. */

export const wireId = (n: number) => `wire:w${n}` as WireId
export const deviceId = (tag: string) => `device:${tag}` as DeviceId

/** An inlet and one supply, wired by wires 1 to 3; the callback goes on from there. */
export function benchPlan(
  build: (b: PlanBuilder) => PlanBuilder,
  supply = 'supply-24-350',
  region: 'IEC' | 'NEC' = 'IEC',
): Plan {
  return build(
    new PlanBuilder('bench', region, { practice: { grouped: 1 } })
      .device('X1', 'inlet')
      .device('PS1', supply)
      .wire('X1.L', 'PS1.L', 'L')
      .wire('X1.N', 'PS1.N', 'N')
      .wire('X1.PE', 'PS1.PE', 'PE'),
  ).build()
}
