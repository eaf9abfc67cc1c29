import { formatNumber, isAtMost, wireSize, type WireSeries } from '@/core/quantity'
import type { Basis } from '@/core/reference'
import { step, type TraceStep } from '@/core/trace'
import { conductorAmpacity, sizesOf, type Ampacity } from './ampacity'
import { resistance_ohm_per_km } from './conductor'

export interface SizeConductorRequest {
  readonly current_A: number
  /** One way; the drop counts there and back. */
  readonly oneWay_m: number
  readonly voltage_V: number
  readonly system: 'dc' | 'ac-1ph'
  readonly maxDrop_percent: number
  readonly ambient_C: number
  readonly insulation_C: number
  readonly grouped: number
  readonly basis: Basis
  readonly series: WireSeries
  /** Rating of the device that must protect the wire. */
  readonly protection_A?: number
  readonly minimum?: string
  /** Temperature at which the drop is reckoned. */
  readonly conductor_C: number
  readonly terminal_C?: number
  readonly smallWires: boolean
  /** See {@link AmpacityRequest}. */
  readonly electronics?: boolean
  readonly thin?: boolean
  readonly installed?: boolean
  readonly stands_C?: number
}

export type Limit = 'ampacity' | 'drop' | 'protection' | 'minimum'

export interface Sizing {
  readonly feasible: boolean
  readonly size: string | null
  readonly tabulated_A: number | null
  readonly corrected_A: number | null
  readonly drop_V: number | null
  readonly drop_percent: number | null
  readonly governedBy: Limit | null
  readonly maxProtection_A: number | null
  readonly reasons: readonly string[]
}

interface Drop {
  readonly drop_V: number
  readonly drop_percent: number
}

/** Voltage lost there and back. The power factor is taken as 1 and reactance neglected, which holds for the sizes and lengths of a box. */
export function voltageDrop(request: {
  readonly size: string
  readonly current_A: number
  readonly oneWay_m: number
  readonly voltage_V: number
  readonly conductor_C: number
}): Drop {
  const drop_V =
    (request.current_A * 2 * request.oneWay_m * resistance_ohm_per_km(request.size, request.conductor_C)) / 1000
  return { drop_V, drop_percent: (100 * drop_V) / request.voltage_V }
}

/** When several limits force the same size, the one named. */
const TIE_ORDER = ['protection', 'ampacity', 'drop'] as const

/**
 * The thinnest conductor of a series that carries the current, keeps the drop within its limit, is protected by the device
 * ahead of it and is no thinner than a given minimum. A known "no" is a result with `feasible: false` and its reasons.
 * The derivation is worded only when asked for: a plan sizes hundreds of wires several times over.
 */
export function sizeConductor(request: SizeConductorRequest): {
  readonly result: Sizing
  readonly explain: () => readonly TraceStep[]
} {
  const candidates = candidatesFor(request)
  const thickest = candidates[candidates.length - 1]
  if (!thickest) return refused([noneOffered(request)], () => [])

  const minimumArea = request.minimum === undefined ? 0 : wireSize(request.minimum).area_mm2
  const lossFactor = (request.current_A * 2 * request.oneWay_m) / 1000 / request.voltage_V
  const passes: Record<Limit, (candidate: Candidate) => boolean> = {
    ampacity: ({ ampacity }) => isAtMost(request.current_A, ampacity.continuous_A),
    drop: ({ ohmPerKm }) => isAtMost(100 * lossFactor * ohmPerKm, request.maxDrop_percent),
    protection: ({ ampacity }) =>
      request.protection_A === undefined || isAtMost(request.protection_A, ampacity.maxProtection_A),
    minimum: ({ area_mm2 }) => isAtMost(minimumArea, area_mm2),
  }
  const first: Record<Limit, number> = { ampacity: 0, drop: 0, protection: 0, minimum: 0 }
  const reasons: string[] = []
  for (const limit of [...TIE_ORDER, 'minimum'] as const) {
    // The first size from which on every thicker one passes too.
    let index = candidates.length
    while (index > 0 && passes[limit](candidates[index - 1]!)) index -= 1
    first[limit] = index
    if (index === candidates.length) reasons.push(whyNone(limit, request, thickest))
  }
  if (reasons.length > 0) return refused(reasons, thickest.ampacity.explain)

  const chosenIndex = Math.max(...Object.values(first))
  const chosen = candidates[chosenIndex]!
  const governedBy: Limit =
    chosenIndex === first.minimum ? 'minimum' : TIE_ORDER.find((limit) => first[limit] === chosenIndex)!
  const { tabulated_A, corrected_A, maxProtection_A } = chosen.ampacity
  const drop = voltageDrop({ ...request, size: chosen.label })
  const explain = () => [
    step(
      'What it must carry',
      `${formatNumber(request.current_A)} A over ${formatNumber(request.oneWay_m)} m, one way${request.protection_A === undefined ? '' : `, behind ${formatNumber(request.protection_A)} A`}`,
    ),
    ...chosen.ampacity.explain(),
    step(
      'Voltage drop',
      `${formatNumber(request.current_A)} A × 2 × ${formatNumber(request.oneWay_m)} m × ${formatNumber(chosen.ohmPerKm)} Ω/km at ${request.conductor_C} °C = ${formatNumber(drop.drop_V)} V, ${formatNumber(drop.drop_percent)} % of ${formatNumber(request.voltage_V)} V; limit ${formatNumber(request.maxDrop_percent)} %`,
    ),
    step('Chosen', `${chosen.label}: ${whyChosen(governedBy, request, candidates[chosenIndex - 1])}`),
  ]
  return {
    result: {
      feasible: true,
      size: chosen.label,
      tabulated_A,
      corrected_A,
      ...drop,
      governedBy,
      maxProtection_A,
      reasons: [],
    },
    explain,
  }
}

interface Candidate {
  readonly label: string
  readonly area_mm2: number
  readonly ohmPerKm: number
  readonly ampacity: Extract<Ampacity, { kind: 'offered' }>
}

/** What a series offers depends on a handful of settings that all wires of a plan share: looked up once for each. */
const offered = new Map<string, readonly Candidate[]>()
const OFFERED_KEPT = 200

function candidatesFor(request: SizeConductorRequest): readonly Candidate[] {
  const {
    basis,
    series,
    insulation_C,
    ambient_C,
    grouped,
    terminal_C,
    smallWires,
    electronics,
    thin,
    installed,
    stands_C,
    conductor_C,
  } = request
  const key = [
    basis,
    series,
    insulation_C,
    ambient_C,
    grouped,
    terminal_C,
    smallWires,
    electronics,
    thin,
    installed,
    stands_C,
    conductor_C,
  ].join()
  let list = offered.get(key)
  if (!list) {
    list = sizesOf(series).flatMap((label) => {
      const ampacity = conductorAmpacity({
        size: label,
        basis,
        insulation_C,
        ambient_C,
        grouped,
        terminal_C,
        smallWires,
        electronics,
        thin,
        installed,
        stands_C,
      })
      return ampacity.kind === 'offered'
        ? [{ label, area_mm2: wireSize(label).area_mm2, ohmPerKm: resistance_ohm_per_km(label, conductor_C), ampacity }]
        : []
    })
    if (offered.size >= OFFERED_KEPT) offered.clear()
    offered.set(key, list)
  }
  return list
}

function dropOf(candidate: Candidate, request: SizeConductorRequest): number {
  return voltageDrop({ ...request, size: candidate.label }).drop_percent
}

function whyChosen(limit: Limit, request: SizeConductorRequest, thinner: Candidate | undefined): string {
  if (!thinner || limit === 'minimum')
    return request.minimum
      ? `the minimum asked for, ${request.minimum}, is enough`
      : 'the smallest size offered is enough'
  if (limit === 'protection')
    return `${thinner.label} may stand behind ${formatNumber(thinner.ampacity.maxProtection_A)} A at most`
  if (limit === 'drop') return `${thinner.label} would lose ${formatNumber(dropOf(thinner, request))} %`
  return `${thinner.label} carries ${formatNumber(thinner.ampacity.continuous_A)} A only`
}

function whyNone(limit: Limit, request: SizeConductorRequest, thickest: Candidate): string {
  if (limit === 'minimum') return `no ${request.series} size offered is as thick as ${request.minimum}`
  if (limit === 'protection')
    return `even ${thickest.label} may stand behind ${formatNumber(thickest.ampacity.maxProtection_A)} A at most, and ${formatNumber(request.protection_A!)} A protects it`
  if (limit === 'drop')
    return `even ${thickest.label} loses ${formatNumber(dropOf(thickest, request))} %, above ${request.maxDrop_percent} %`
  return `even ${thickest.label} carries ${formatNumber(thickest.ampacity.continuous_A)} A, below ${formatNumber(request.current_A)} A`
}

function noneOffered(request: SizeConductorRequest): string {
  const labels = sizesOf(request.series)
  const ampacity = conductorAmpacity({ ...request, size: labels[labels.length - 1]! })
  return ampacity.kind === 'not-offered' ? ampacity.reason : `${request.basis} offers no size`
}

function refused(
  reasons: readonly string[],
  explain: () => readonly TraceStep[],
): { readonly result: Sizing; readonly explain: () => readonly TraceStep[] } {
  return {
    result: {
      feasible: false,
      size: null,
      tabulated_A: null,
      corrected_A: null,
      drop_V: null,
      drop_percent: null,
      governedBy: null,
      maxProtection_A: null,
      reasons,
    },
    explain: () => [...explain(), step('No size fits', reasons.join('; '))],
  }
}
