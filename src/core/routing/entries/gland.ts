import * as z from 'zod'
import { choice, defineCalculator } from '@/core/calculator'
import { bundleOf, leadCount, leadItems, leadWords, type LeadItem } from '@/core/packing/circles'
import { formatNumber, isAtMost } from '@/core/quantity'
import { cite, GLAND_THREADS, type GlandThread } from '@/core/reference'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'

export interface GlandRequest {
  readonly items: readonly LeadItem[]
  readonly family: 'PG' | 'M'
}

export interface GlandAnswer {
  readonly result: {
    readonly feasible: boolean
    readonly size: string | null
    readonly hole_mm: number | null
    readonly clampMin_mm: number | null
    readonly clampMax_mm: number | null
    /** What is clamped: the lead, or the bundle of them. */
    readonly cable_mm: number
    /** Several leads in one clamp are held, and not sealed. */
    readonly sealed: boolean
    readonly reasons: readonly string[]
  }
  readonly trace: readonly TraceStep[]
}

export const clamps = ({ clampMin_mm, clampMax_mm }: GlandThread, cable_mm: number): boolean =>
  isAtMost(clampMin_mm, cable_mm) && isAtMost(cable_mm, clampMax_mm)

/** The smallest gland of a family whose clamp holds the leads. */
export function chooseGland({ items, family }: GlandRequest): GlandAnswer {
  const rows = GLAND_THREADS.filter((row) => row.family === family)
  const bundle = bundleOf(items)
  const cable_mm = bundle.result.diameter_mm
  const sealed = leadCount(items) === 1
  const row = rows.find((each) => clamps(each, cable_mm)) ?? null
  const range = `${formatNumber(rows[0]!.clampMin_mm)} to ${formatNumber(rows.at(-1)!.clampMax_mm)} mm`
  const reasons = row
    ? []
    : [
        cable_mm < rows[0]!.clampMin_mm
          ? `${formatNumber(cable_mm)} mm is thinner than any gland of the family clamps (${range}); sleeve the lead, or take an insert`
          : cable_mm > rows.at(-1)!.clampMax_mm
            ? `${formatNumber(cable_mm)} mm is thicker than any gland of the family clamps (${range}); spread the leads over several glands`
            : `${formatNumber(cable_mm)} mm lies between the ranges of two glands; take another family`,
      ]
  return {
    result: {
      feasible: row !== null,
      size: row?.size ?? null,
      hole_mm: row?.hole_mm ?? null,
      clampMin_mm: row?.clampMin_mm ?? null,
      clampMax_mm: row?.clampMax_mm ?? null,
      cable_mm,
      sealed,
      reasons,
    },
    trace: [
      step(
        'To be clamped',
        sealed
          ? `one lead of ${formatNumber(cable_mm)} mm`
          : `${leadWords(items)}: together ${formatNumber(cable_mm)} mm across; held, not sealed, unless an insert is used`,
        sealed ? 'arithmetic' : 'geometry (packing circles in a circle)',
      ),
      row
        ? step(
            'Gland',
            `${row.size} clamps ${formatNumber(row.clampMin_mm)}–${formatNumber(row.clampMax_mm)} mm: the smallest that holds it`,
            COMMON_PRACTICE,
          )
        : step('Gland', reasons[0]!, COMMON_PRACTICE),
      row
        ? step(
            'Hole',
            `${formatNumber(row.hole_mm)} mm for its thread of ${formatNumber(row.thread_mm)} mm`,
            cite(row.source),
          )
        : step('Hole', 'none', COMMON_PRACTICE),
    ],
  }
}

export const glandCalculator = defineCalculator({
  name: 'gland',
  title: 'The gland for a lead or several',
  input: z.strictObject({ items: leadItems(), family: choice('PG', 'M') }),
  output: z.object({
    feasible: z.boolean(),
    size: z.string().nullable(),
    hole_mm: z.number().nullable(),
    clampMin_mm: z.number().nullable(),
    clampMax_mm: z.number().nullable(),
    cable_mm: z.number(),
    sealed: z.boolean(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: chooseGland,
})
