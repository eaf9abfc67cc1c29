import { factsOf, hasMotor, type Part } from '@/core/plan'

/** The least that electronics show to an ohmmeter, whose own volts hardly wake them. From memory; boards differ widely. */
export const ELECTRONICS_OHM = 500
/** Motors with brushes and transformers take up to so many times their current at standstill. From memory: five to ten. */
const STALL = 10
/** A cold filament has about a twelfth of its hot resistance. From memory: ten to fifteen. */
const COLD_LAMP = 12
/** Fans below it have electronics of their own. From memory. */
const LOW_VOLTAGE_V = 60
/** A coil may have somewhat less than its volts and amperes say. From memory. */
const COIL = 1.5

/**
 * The least ohms that an ohmmeter may meet across a load that is no plain resistance: windings and filaments show little while
 * they are dead and cold, electronics some hundred ohms at the least.
 */
export function leastDead_ohm(
  part: Part,
  draw: { readonly nominal_V: number; readonly startFactor: number; readonly power_W: number },
): number {
  const { behaviour } = part
  const { loadKind, isElectronics } = factsOf(part)
  const isBrushless = behaviour.kind === 'fan' && draw.nominal_V < LOW_VOLTAGE_V
  const hot_ohm = draw.nominal_V ** 2 / Math.max(draw.power_W, 1e-3)
  if (isElectronics || isBrushless || loadKind === 'capacitive') return ELECTRONICS_OHM
  if (loadKind === 'lamp') return Math.min(ELECTRONICS_OHM, hot_ohm / COLD_LAMP)
  const isMotor = loadKind === 'motor' || hasMotor(part)
  return Math.min(ELECTRONICS_OHM, hot_ohm / (isMotor ? Math.max(STALL, draw.startFactor) : COIL))
}
