import { firstAtLeast, formatNumber, isAtMost } from '@/core/quantity'
import { cite, FAMILIES, SOURCES } from '@/core/reference'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'

export interface MainsSupply {
  readonly output_W: number
  readonly efficiency_percent: number
  readonly powerFactor: number
  readonly leakage_mA?: number
}

export interface SumMainsRequest {
  readonly mains_V: number
  readonly supplies: readonly MainsSupply[]
  /** Heaters and the like straight on the mains. */
  readonly direct_W: number
  /** Three hours or more. */
  readonly continuous: boolean
  readonly region: 'IEC' | 'NEC'
  /** The outlet's own breaker. */
  readonly circuit_A?: number
  readonly residual_mA?: number
}

export interface MainsSum {
  readonly current_A: number
  readonly protection_A: number | null
  readonly leakage_mA: number
  readonly feasible: boolean
  readonly reasons: readonly string[]
}

/** Standing leakage above this share of a residual-current device's rating invites needless trips. */
const RESIDUAL_SHARE = 0.5

/** Apparent input current of one supply. */
export function inputCurrent_A(supply: MainsSupply, mains_V: number): number {
  return supply.output_W / (supply.efficiency_percent / 100) / supply.powerFactor / mains_V
}

/**
 * Current drawn from the outlet, as the arithmetic sum of the branches' apparent currents (on the high side: their phases differ),
 * the smallest standard fuse for it, and the standing leakage.
 */
export function sumMains(request: SumMainsRequest): {
  readonly result: MainsSum
  readonly trace: readonly TraceStep[]
} {
  const { mains_V, supplies, direct_W, region, continuous, circuit_A, residual_mA } = request
  const trace: TraceStep[] = []
  const reasons: string[] = []
  let current_A = 0
  for (const [i, supply] of supplies.entries()) {
    const branch_A = inputCurrent_A(supply, mains_V)
    current_A += branch_A
    trace.push(
      step(
        `Supply ${i + 1}`,
        `${formatNumber(supply.output_W)} W ÷ ${supply.efficiency_percent} % ÷ power factor ${supply.powerFactor} ÷ ${mains_V} V = ${formatNumber(branch_A)} A`,
      ),
    )
  }
  if (direct_W > 0) {
    current_A += direct_W / mains_V
    trace.push(
      step(
        'Straight on the mains',
        `${formatNumber(direct_W)} W ÷ ${mains_V} V = ${formatNumber(direct_W / mains_V)} A`,
      ),
    )
  }
  trace.push(
    step(
      'From the outlet',
      `${formatNumber(current_A)} A, the branches added without regard to phase, which errs on the high side`,
      COMMON_PRACTICE,
    ),
  )

  const isRaised = region === 'NEC' && continuous
  const wanted_A = isRaised ? current_A * 1.25 : current_A
  const family = FAMILIES[region === 'NEC' ? 'UL 248-14' : 'IEC 60127']
  const protection_A = firstAtLeast(family.ratings_A, wanted_A)
  if (isRaised)
    trace.push(
      step(
        'Continuous load',
        `${formatNumber(current_A)} A × 1.25 = ${formatNumber(wanted_A)} A`,
        cite(SOURCES.necContinuous),
      ),
    )
  trace.push(
    step(
      'Fuse',
      protection_A === null
        ? `no standard rating reaches ${formatNumber(wanted_A)} A`
        : `the smallest standard rating at or above ${formatNumber(wanted_A)} A is ${protection_A} A`,
      cite(family.source),
    ),
  )
  if (protection_A === null) reasons.push(`no fuse of ${cite(family.source)} reaches ${formatNumber(wanted_A)} A`)

  if (circuit_A !== undefined) {
    const allowed_A = isRaised ? 0.8 * circuit_A : circuit_A
    trace.push(
      step(
        "The outlet's circuit",
        `${formatNumber(current_A)} A against ${formatNumber(allowed_A)} A${isRaised ? ` (80 % of ${circuit_A} A)` : ''}`,
        isRaised ? cite(SOURCES.necContinuous) : cite(SOURCES.iec60364Overload),
      ),
    )
    if (!isAtMost(current_A, allowed_A))
      reasons.push(`${formatNumber(current_A)} A is more than the outlet's circuit gives, ${formatNumber(allowed_A)} A`)
  }
  const leakage_mA = supplies.reduce((sum, supply) => sum + (supply.leakage_mA ?? 0), 0)
  const unknown = supplies.filter((supply) => supply.leakage_mA === undefined).length
  trace.push(
    step(
      'Filter leakage',
      `${formatNumber(leakage_mA)} mA in all${unknown > 0 ? `; ${unknown} of ${supplies.length} supplies state none and are not counted` : ''}`,
    ),
  )
  if (residual_mA !== undefined) {
    const allowed_mA = RESIDUAL_SHARE * residual_mA
    trace.push(
      step(
        'Residual-current device',
        `${formatNumber(leakage_mA)} mA against half of ${residual_mA} mA = ${formatNumber(allowed_mA)} mA`,
        COMMON_PRACTICE,
      ),
    )
    if (!isAtMost(leakage_mA, allowed_mA))
      reasons.push(
        `${formatNumber(leakage_mA)} mA of leakage is more than half of the ${residual_mA} mA residual-current device: it may trip without a fault`,
      )
  }
  return { result: { current_A, protection_A, leakage_mA, feasible: reasons.length === 0, reasons }, trace }
}
