/** The usual warnings. They go with the steps they belong to; none of them makes a thing safe. */
export const UNPLUG =
  'Unplug, and keep the plug in sight or lock it off. Local codes apply; this work may need a licensed electrician.'
export const CAPACITORS = 'Supplies hold their charge: wait a minute, then measure before touching.'
export const PROVE_DEAD =
  'Prove it dead with a tester that you proved on a known source before and after (CAT II at least on the outlet side).'
export const EARTH_FIRST = 'Earth first; terminal covers back on before any power.'
export const NOT_ALONE = 'Live measurements: one hand, insulated probes, nobody alone in the house.'
export const NO_HOT_PLUGGING = 'Never plug or unplug a motor under power: it kills the driver.'
export const STOP_NOT_RATED = 'A stop circuit of this kind is not a rated safety function.'
export const NO_SWITCH =
  'A battery cannot be switched off: cover one pole while you work, no rings, no tool that reaches both.'
export const BATTERY_OFF =
  'Take the battery off its lead first, and cover its pole: what is measured dead is dead only then.'
