/**
 * Conductor sizes by their trade labels: `"14 AWG"`, `"2/0 AWG"`, `"2.5 mm²"`.
 *
 * Source of the gauge diameters: ASTM B258, which defines the series as a geometric one,
 * 0.0050 in at 36 AWG and 0.4600 in at 4/0, in 39 equal ratios.
 */

export type WireSeries = 'AWG' | 'mm²'

export interface WireSize {
  /** The canonical label. */
  readonly label: string
  readonly series: WireSeries
  /** Copper cross-section. */
  readonly area_mm2: number
  /** Diameter of a solid conductor of that cross-section. */
  readonly diameter_mm: number
  /** Gauge number, 0 for 1/0, −1 for 2/0 …; undefined for metric sizes. */
  readonly gauge?: number
}

const METRIC_MM2 = [0.14, 0.25, 0.34, 0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50] as const

const FINEST_GAUGE = 36
const THICKEST_GAUGE = -3

function gaugeLabel(gauge: number): string {
  return gauge > 0 ? `${gauge} AWG` : `${1 - gauge}/0 AWG`
}

function awg(gauge: number): WireSize {
  const diameter_mm = 0.127 * 92 ** ((36 - gauge) / 39)
  return { label: gaugeLabel(gauge), series: 'AWG', gauge, diameter_mm, area_mm2: (Math.PI / 4) * diameter_mm ** 2 }
}

function metric(area_mm2: number): WireSize {
  return { label: `${area_mm2} mm²`, series: 'mm²', area_mm2, diameter_mm: Math.sqrt((4 * area_mm2) / Math.PI) }
}

/** Every size of each series, thin to thick. */
export const WIRE_SIZES: Readonly<Record<WireSeries, readonly WireSize[]>> = {
  AWG: Array.from({ length: FINEST_GAUGE - THICKEST_GAUGE + 1 }, (_, i) => awg(FINEST_GAUGE - i)),
  'mm²': METRIC_MM2.map(metric),
}

/** Gauges that are sold: the even ones, and 3 and 1. Odd ones between are sizes, but not on any spool. */
const isSold = (size: WireSize) =>
  size.gauge === undefined || size.gauge <= 1 || size.gauge === 3 || size.gauge % 2 === 0

/** What may be proposed: each series without the gauges that nobody sells. */
export const SOLD_SIZES: Readonly<Record<WireSeries, readonly WireSize[]>> = {
  AWG: WIRE_SIZES.AWG.filter(isSold),
  'mm²': WIRE_SIZES['mm²'],
}

const byLabel = new Map([...WIRE_SIZES.AWG, ...WIRE_SIZES['mm²']].map((size) => [size.label, size]))

/** The size of a canonical label; throws on any other text, which is a bug in the caller. */
export function wireSize(label: string): WireSize {
  const size = byLabel.get(label)
  if (!size) throw new Error(`No conductor size is labelled "${label}"`)
  return size
}

/** Reads `14 AWG`, `AWG 14`, `14awg`, `2/0 AWG`, `2.5 mm²`, `2.5 mm2`, `2.5`+unit in any case; null when no such size exists. */
export function parseWireSize(text: string): WireSize | null {
  const plain = text.trim().toLowerCase()
  const metricMatch = /^(\d{1,3}(?:\.\d{1,3})?)\s*mm(?:²|2|\^2)$/.exec(plain)
  if (metricMatch) return byLabel.get(`${Number(metricMatch[1])} mm²`) ?? null
  const gaugeMatch = /^(?:awg\s*(\d{1,2}(?:\/0)?)|(\d{1,2}(?:\/0)?)\s*awg)$/.exec(plain)
  const number = gaugeMatch?.[1] ?? gaugeMatch?.[2]
  if (number === undefined) return null
  return byLabel.get(number === '0' ? '1/0 AWG' : `${number.replace(/^0+(?=[1-9])/, '')} AWG`) ?? null
}
