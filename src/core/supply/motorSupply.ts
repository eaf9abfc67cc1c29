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
 * down to what the windings need, so the supply gives power, not phase current: copper loss of both phases (their sine and
 * cosine add up to one phase at its rated current all the time) and the shaft's power, over the driver's efficiency.
 * Source: common practice; the sum of phase currents would be far too much.
 */
export function motorSupplyPower({ phase_A, phase_ohm, mechanical_W }: MotorSupplyRequest): {
  readonly power_W: number
  readonly trace: readonly TraceStep[]
} {
  const copper_W = phase_A ** 2 * phase_ohm
  const power_W = (copper_W + mechanical_W) / DRIVER_EFFICIENCY
  return {
    power_W,
    trace: [
      step(
        'Copper',
        `(${formatNumber(phase_A)} A)² × ${formatNumber(phase_ohm)} Ω = ${formatNumber(copper_W)} W, both phases together`,
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
