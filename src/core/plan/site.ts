import type { DeviceId } from './schema/ids'
import type { Plan } from './schema/plan'
import type { Site } from './schema/site'

/** How quickly the outlet's breaker trips: as stated, else as usual where the box is built (common practice). */
export function outletCurve({ outletCurve: own, region }: Pick<Site, 'outletCurve' | 'region'>): 'B' | 'C' | 'D' {
  return own ?? (region === 'NEC' ? 'C' : 'B')
}

/** What an inlet's cord goes to. */
export interface Outlet {
  readonly plug: Site['plug']
  readonly breaker_A: number
  readonly curve: 'B' | 'C' | 'D'
  readonly residual_mA: number | null
  readonly residualType: Site['residualType']
  /** Its own, and not the one that the plan's site speaks of. */
  readonly isOwn: boolean
}

/** The outlet of an inlet: one of its own where its device says so, else the site's. */
export function outletOf({ site, devices }: Pick<Plan, 'site' | 'devices'>, inlet: DeviceId): Outlet {
  const own = devices[inlet]?.outlet ?? null
  return own
    ? { ...own, curve: outletCurve({ outletCurve: own.curve, region: site.region }), isOwn: true }
    : {
        plug: site.plug,
        breaker_A: site.outletBreaker_A,
        curve: outletCurve(site),
        residual_mA: site.residual_mA,
        residualType: site.residualType,
        isOwn: false,
      }
}
