import * as z from 'zod'
import { choice, defineCalculator, size } from '@/core/calculator'
import { formatNumber, wireSize } from '@/core/quantity'
import { cite, FERRULE_CODES, ferruleSizeFor, SOURCES, twinSleeve_mm, type FerruleCode } from '@/core/reference'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'

export interface FerruleRequest {
  readonly size: string
  readonly code: FerruleCode
  /** For two conductors of the size. */
  readonly twin: boolean
}

export interface FerruleAnswer {
  readonly result: {
    readonly feasible: boolean
    readonly colour: string | null
    readonly sleeve_mm: number | null
    readonly strip_mm: number | null
    /** The cross-section printed on the bag. */
    readonly sleeve_mm2: number | null
    readonly reasons: readonly string[]
  }
  readonly trace: readonly TraceStep[]
}

/** What of the bare conductor stands in the plastic collar. */
export const COLLAR_mm = 2

/** The insulated end sleeve customary for a conductor, or for two of a size. */
export function chooseFerrule({ size: label, code, twin }: FerruleRequest): FerruleAnswer {
  const row = ferruleSizeFor(label)
  const sleeve_mm = row === null ? null : twin ? twinSleeve_mm(row.area_mm2) : row.sleeve_mm
  if (row === null || sleeve_mm === null) {
    const reason =
      row === null
        ? `no insulated ferrule is customary for ${label}; they are sold from 0.25 to 50 mm²`
        : `no twin ferrule is customary for two of ${label}; they are sold for 2 × 0.5 to 2 × 16 mm²`
    return {
      result: { feasible: false, colour: null, sleeve_mm: null, strip_mm: null, sleeve_mm2: null, reasons: [reason] },
      trace: [step('Ferrule', reason, COMMON_PRACTICE), step('Conductor', areaWords(label))],
    }
  }
  const colour = row.colour[code]
  return {
    result: {
      feasible: true,
      colour,
      sleeve_mm,
      strip_mm: sleeve_mm + COLLAR_mm,
      sleeve_mm2: row.area_mm2,
      reasons: [],
    },
    trace: [
      step(
        'Sleeve',
        `${twin ? `two of ${label} take a twin sleeve of 2 ×` : `${label} takes`} ${row.area_mm2} mm², ${sleeve_mm} mm long`,
        wireSize(label).series === 'AWG' ? COMMON_PRACTICE : cite(SOURCES.din46228),
      ),
      step(
        'Colour',
        `${colour}, by the ${code} code; another code has other colours`,
        code === 'DIN 46228-4' ? cite(SOURCES.din46228) : COMMON_PRACTICE,
      ),
      step(
        'Strip',
        `sleeve ${sleeve_mm} mm + ${COLLAR_mm} mm for the collar = ${sleeve_mm + COLLAR_mm} mm`,
        COMMON_PRACTICE,
      ),
    ],
  }
}

const areaWords = (label: string) => `${label} = ${formatNumber(wireSize(label).area_mm2)} mm²`

export const ferruleCalculator = defineCalculator({
  name: 'ferrule',
  title: 'The end sleeve for a conductor',
  input: z.strictObject({ size: size(), code: choice(...FERRULE_CODES), twin: z.boolean().default(false) }),
  output: z.object({
    feasible: z.boolean(),
    colour: z.string().nullable(),
    sleeve_mm: z.number().nullable(),
    strip_mm: z.number().nullable(),
    sleeve_mm2: z.number().nullable(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: chooseFerrule,
})
