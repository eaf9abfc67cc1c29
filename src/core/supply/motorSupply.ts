import { formatNumber } from '@/core/quantity'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'

/** What a driver itself loses, as a share of what passes. */
const DRIVER_EFFICIENCY = 0.9

export interface MotorSupplyRequest {
  /** Rated current of a phase, as printed. */
  readonly phase_A: number
  readonly phase_ohm: number
  /** What the shaft gives at full speed and load; 0 at a standstill. */
  readonly mechanical_W: number
}

/**
 * What a two-phase stepping motor takes from its supply behind a driver that controls current. The driver chops the supply
 * down to what the windings need, so the supply gives power, not phase current: the copper loss of both windings at the printed
 * current, 2 × I² × R, which is what a motor takes that is held on a full step, and the shaft's power, over the driver's
 * efficiency. In microsteps with the printed current as the peak the copper takes half. Source: common practice; the sum of
 * phase currents would be far too much.
 */
export function motorSupplyPower({ phase_A, phase_ohm, mechanical_W }: MotorSupplyRequest): {
  readonly power_W: number
  readonly trace: readonly TraceStep[]
} {
  const copper_W = 2 * phase_A ** 2 * phase_ohm
  const power_W = (copper_W + mechanical_W) / DRIVER_EFFICIENCY
  return {
    power_W,
    trace: [
      step(
        'Copper',
        `2 × (${formatNumber(phase_A)} A)² × ${formatNumber(phase_ohm)} Ω = ${formatNumber(copper_W)} W: both windings at the printed current, as when held on a full step`,
        COMMON_PRACTICE,
      ),
      step(
        'From the supply',
        `(${formatNumber(copper_W)} W + ${formatNumber(mechanical_W)} W at the shaft) ÷ ${DRIVER_EFFICIENCY} = ${formatNumber(power_W)} W`,
        COMMON_PRACTICE,
      ),
    ],
  }
}
