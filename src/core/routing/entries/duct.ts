import * as z from 'zod'
import { defineCalculator, percent, positive } from '@/core/calculator'
import { leadArea_mm2, leadItems, leadWords, type LeadItem } from '@/core/packing/circles'
import { formatNumber, isAtMost } from '@/core/quantity'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'

/** So much of a duct may be filled, for room to lay and for heat; common practice. */
export const DUCT_LIMIT_percent = 60

export interface DuctRequest {
  readonly width_mm: number
  readonly height_mm: number
  readonly items: readonly LeadItem[]
  readonly limit_percent: number
}

export interface DuctAnswer {
  readonly result: {
    readonly fill_percent: number
    readonly fits: boolean
    /** Left under the limit; below 0 by how much it is too little. */
    readonly room_mm2: number
  }
  readonly trace: readonly TraceStep[]
}

/** How full a duct is, by the circles' areas. */
export function fillDuct({ width_mm, height_mm, items, limit_percent }: DuctRequest): DuctAnswer {
  const whole_mm2 = width_mm * height_mm
  const area_mm2 = leadArea_mm2(items)
  const fill_percent = (100 * area_mm2) / whole_mm2
  const fits = isAtMost(fill_percent, limit_percent)
  const room_mm2 = (limit_percent / 100) * whole_mm2 - area_mm2
  return {
    result: { fill_percent, fits, room_mm2 },
    trace: [
      step('Leads', `${leadWords(items)}: ${formatNumber(area_mm2)} mm² of circles`),
      step('Duct', `${formatNumber(width_mm)} × ${formatNumber(height_mm)} mm = ${formatNumber(whole_mm2)} mm²`),
      step(
        'Filled',
        `${formatNumber(fill_percent)} % of at most ${formatNumber(limit_percent)} %; ${room_mm2 >= 0 ? `${formatNumber(room_mm2)} mm² left` : `${formatNumber(-room_mm2)} mm² too much`}`,
        COMMON_PRACTICE,
      ),
    ],
  }
}

export const ductCalculator = defineCalculator({
  name: 'duct',
  title: 'How full a wiring duct is',
  input: z.strictObject({
    width_mm: positive(),
    height_mm: positive(),
    items: leadItems(),
    limit_percent: percent().default(DUCT_LIMIT_percent),
  }),
  output: z.object({ fill_percent: z.number(), fits: z.boolean(), room_mm2: z.number() }),
  answer: fillDuct,
})
