/** Of one end of a wire, clamped as it should be. From memory; clamps of this size are some thousandths of an ohm. */
export const END_OHM = 0.002
/** Of a closed contact or a fuse. From memory; small beside any wire that matters. */
export const CONTACT_OHM = 0.01
/** Windings of the motors that makers hang on boxes have from some tenths of an ohm to some ten. From memory. */
export const LEAST_WINDING_OHM = 0.2
export const MOST_WINDING_OHM = 100
/** Between neutral and earth at the outlet, where the installation joins them. From memory, typical of an earthed neutral. */
export const UPSTREAM_OHM = 0.3
