import { formatNumber } from '@/core/quantity'
import { step, type TraceStep } from '@/core/trace'

export interface RelayHeatRequest {
  readonly load_A: number
  /** Forward drop of the output at small current. */
  readonly onStateDrop_V: number
  /** What the drop grows by with current. */
  readonly slope_ohm: number
  /** The air inside the box. */
  readonly ambient_C: number
  /** The hottest its base may be. */
  readonly maxBase_C: number
  /** Base to sink: pad or paste. */
  readonly interface_K_per_W: number
  /** Base to air without any sink; unknown when left out. */
  readonly bareBase_K_per_W?: number
}

export interface RelayHeat {
  readonly dissipation_W: number
  /** The largest thermal resistance, sink to air, that keeps the base within its limit; null where none does or none is wanted. */
  readonly sink_K_per_W: number | null
  readonly needsSink: boolean
  /** How hot the base gets without a sink; null where that is unknown. */
  readonly bareBase_C: number | null
  readonly feasible: boolean
  readonly reasons: readonly string[]
}

/**
 * Heat of a solid-state relay's output and the sink it wants: the thermal chain base – interface – sink – air, in kelvin per
 * watt. Source: common practice (the chain is that of every power semiconductor's sheet).
 */
export function sinkForRelay(request: RelayHeatRequest): {
  readonly result: RelayHeat
  readonly trace: readonly TraceStep[]
} {
  const { load_A, onStateDrop_V, slope_ohm, ambient_C, maxBase_C, interface_K_per_W, bareBase_K_per_W } = request
  const dissipation_W = load_A * (onStateDrop_V + slope_ohm * load_A)
  const allowed_K = maxBase_C - ambient_C
  const bareBase_C = bareBase_K_per_W === undefined ? null : ambient_C + dissipation_W * bareBase_K_per_W
  const needsSink = bareBase_C === null || bareBase_C > maxBase_C * (1 + 1e-12)
  const wanted_K_per_W = dissipation_W === 0 ? null : allowed_K / dissipation_W - interface_K_per_W
  const reasons: string[] = []
  if (allowed_K <= 0)
    reasons.push(
      `the air inside, ${formatNumber(ambient_C)} °C, is no cooler than the base may get, ${formatNumber(maxBase_C)} °C`,
    )
  else if (needsSink && wanted_K_per_W !== null && wanted_K_per_W <= 0)
    reasons.push(
      `the interface alone, ${formatNumber(interface_K_per_W)} K/W × ${formatNumber(dissipation_W)} W, takes up the ${formatNumber(allowed_K)} K there are`,
    )
  const feasible = reasons.length === 0
  const sink_K_per_W = feasible && wanted_K_per_W !== null && wanted_K_per_W > 0 ? wanted_K_per_W : null
  const source = 'common practice: thermal resistances in series'
  return {
    result: { dissipation_W, sink_K_per_W, needsSink, bareBase_C, feasible, reasons },
    trace: [
      step(
        'Loss',
        `${formatNumber(load_A)} A × (${formatNumber(onStateDrop_V)} V + ${formatNumber(slope_ohm)} Ω × ${formatNumber(load_A)} A) = ${formatNumber(dissipation_W)} W`,
        "the part's data; on-state loss of a semiconductor",
      ),
      step('Room', `${formatNumber(maxBase_C)} °C − ${formatNumber(ambient_C)} °C = ${formatNumber(allowed_K)} K`),
      bareBase_C === null
        ? step(
            'Without a sink',
            'unknown: the sheet’s figure for the bare base is not given, so a sink is taken to be needed',
            'common practice',
          )
        : step(
            'Without a sink',
            `${formatNumber(ambient_C)} °C + ${formatNumber(dissipation_W)} W × ${formatNumber(bareBase_K_per_W!)} K/W = ${formatNumber(bareBase_C)} °C: ${needsSink ? 'too hot' : 'cool enough'}`,
            source,
          ),
      wanted_K_per_W === null
        ? step('Sink', 'nothing is lost, nothing to shed')
        : step(
            'Sink',
            feasible
              ? `${formatNumber(allowed_K)} K ÷ ${formatNumber(dissipation_W)} W − ${formatNumber(interface_K_per_W)} K/W = ${formatNumber(wanted_K_per_W)} K/W at most`
              : reasons.join('; '),
            source,
          ),
    ],
  }
}
