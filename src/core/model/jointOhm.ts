import type { Site } from '@/core/plan'

/** Of one end of a wire, clamped as it should be. From memory; clamps of this size are some thousandths of an ohm. */
export const END_OHM = 0.002
/** Of a closed contact or a fuse. From memory; small beside any wire that matters. */
export const CONTACT_OHM = 0.01
/** Windings of the motors that makers hang on boxes have from some tenths of an ohm to some ten. From memory. */
export const LEAST_WINDING_OHM = 0.2
export const MOST_WINDING_OHM = 100
/** Between neutral and earth at the outlet, where the installation joins them. From memory, typical of an earthed neutral. */
const UPSTREAM_OHM = 0.3
/** The same over the soil, from a rod of one's own to that of the source. From memory; rods have some ten ohms. */
const UPSTREAM_SOIL_OHM = 20

/**
 * Between the source's neutral and the earth that the outlet brings: what was measured there, else what is usual for its kind;
 * null where the source is tied to no earth.
 */
export function upstream_ohm({ earthing, loop_ohm }: Pick<Site, 'earthing' | 'loop_ohm'>): number | null {
  if (earthing === 'IT') return null
  return loop_ohm ?? (earthing === 'TT' ? UPSTREAM_SOIL_OHM : UPSTREAM_OHM)
}
