import { SOLD_SIZES, wireSize } from '@/core/quantity'
import { SOURCES, type SourceRef } from './sources'

export interface EarthRule {
  /** The smallest label of the asked-for series that satisfies the rule. */
  readonly size: string
  readonly reason: string
  readonly source: SourceRef
}

/** NEC table 250.122: copper equipment grounding conductor by the rating of the protective device ahead of it. */
const NEC_GROUNDING: readonly (readonly [upTo_A: number, size: string])[] = [
  [15, '14 AWG'],
  [20, '12 AWG'],
  [60, '10 AWG'],
  [100, '8 AWG'],
  [200, '6 AWG'],
]

/**
 * The least earth conductor beside a mains conductor.
 * IEC: as thick as the line conductor up to 16 mm² (IEC 60204-1, table 1). NEC: by the protective device (table 250.122), never thicker
 * than the line conductor (250.122(A), from memory).
 * Where the series wanted is not the rule's own, the next thicker size of it by area.
 */
export function earthConductorFor(request: {
  readonly region: 'IEC' | 'NEC'
  readonly line: string
  readonly protection_A: number
  readonly series: 'AWG' | 'mm²'
}): EarthRule {
  const { region, line, protection_A, series } = request
  if (region === 'NEC') {
    const row = NEC_GROUNDING.find(([upTo_A]) => protection_A <= upTo_A) ?? NEC_GROUNDING[NEC_GROUNDING.length - 1]!
    // 250.122(A): in no case thicker than the conductors of the circuit.
    const isAsLine = wireSize(line).area_mm2 < wireSize(row[1]).area_mm2
    return {
      size: atLeastArea(Math.min(wireSize(row[1]).area_mm2, wireSize(line).area_mm2), series),
      reason: isAsLine
        ? `as its line conductor, ${line}; never thicker (250.122(A))`
        : `behind ${protection_A} A: ${row[1]}`,
      source: SOURCES.necEarth,
    }
  }
  const lineArea = wireSize(line).area_mm2
  const area = lineArea <= 16 ? lineArea : lineArea <= 35 ? 16 : lineArea / 2
  return {
    size: atLeastArea(area, series),
    reason: lineArea <= 16 ? `as thick as its line conductor, ${line}` : `beside ${line}`,
    source: SOURCES.iec60204Earth,
  }
}

/** Nominal sizes of two series never match to the last digit: 14 AWG is 2.08 mm². */
const AREA_REL_TOL = 0.005

function atLeastArea(area_mm2: number, series: 'AWG' | 'mm²'): string {
  const size = SOLD_SIZES[series].find((candidate) => candidate.area_mm2 >= area_mm2 * (1 - AREA_REL_TOL))
  return (size ?? SOLD_SIZES[series][SOLD_SIZES[series].length - 1]!).label
}
