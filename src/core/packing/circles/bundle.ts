import { formatNumber } from '@/core/quantity'
import { step, type TraceStep } from '@/core/trace'
import { packCircles } from './packCircles'

/** Leads of one outer diameter. */
export interface LeadItem {
  readonly od_mm: number
  readonly count: number
}

export interface BundleAnswer {
  readonly result: {
    readonly diameter_mm: number
    /** Share of the circle that is filled by leads. */
    readonly fill_percent: number
    /** About the circle's centre. */
    readonly circles: readonly { readonly x_mm: number; readonly y_mm: number; readonly od_mm: number }[]
  }
  readonly trace: readonly TraceStep[]
}

/** Sum of the circles' areas, mm². */
export function leadArea_mm2(items: readonly LeadItem[]): number {
  return items.reduce((sum, { od_mm, count }) => sum + (count * Math.PI * od_mm * od_mm) / 4, 0)
}

export const leadCount = (items: readonly LeadItem[]): number => items.reduce((sum, { count }) => sum + count, 0)

/** "3 of 2.8 mm, 1 of 6 mm". */
export function leadWords(items: readonly LeadItem[]): string {
  return items.map(({ od_mm, count }) => `${count} of ${formatNumber(od_mm)} mm`).join(', ')
}

/** The smallest circle found about leads that lie side by side without overlap. */
export function bundleOf(items: readonly LeadItem[], effort: 'search' | 'glance' = 'search'): BundleAnswer {
  const diameters = items.flatMap(({ od_mm, count }) => Array.from({ length: count }, () => od_mm))
  const packed = packCircles(
    diameters.map((od_mm) => od_mm / 2),
    effort,
  )
  const diameter_mm = 2 * packed.radius
  const area_mm2 = leadArea_mm2(items)
  const fill_percent = Math.min(100, (100 * area_mm2) / ((Math.PI * diameter_mm * diameter_mm) / 4))
  return {
    result: {
      diameter_mm,
      fill_percent,
      circles: diameters.map((od_mm, i) => ({ x_mm: packed.x[i]!, y_mm: packed.y[i]!, od_mm })),
    },
    trace: [
      step('Leads', `${leadWords(items)}: ${formatNumber(area_mm2)} mm² of circles`),
      step(
        'Bundle',
        diameters.length < 3
          ? `${formatNumber(diameter_mm, 4)} mm across: the leads side by side`
          : `${formatNumber(diameter_mm, 4)} mm across, the smallest circle found that holds them without overlap`,
        'geometry (packing circles in a circle)',
      ),
      step(
        'Filled',
        `${formatNumber(area_mm2)} mm² of ${formatNumber((Math.PI * diameter_mm ** 2) / 4)} mm² = ${formatNumber(fill_percent)} %`,
      ),
    ],
  }
}

const diameters = new Map<string, number>()
const MOST_REMEMBERED = 1000

/** How thick a bundle of leads is, searched for a moment; the same leads are packed once. */
export function bundleDiameter_mm(ods: readonly number[]): number {
  const key = ods.toSorted((a, b) => b - a).join(' ')
  let found = diameters.get(key)
  if (found === undefined) {
    const items = ods.map((od_mm) => ({ od_mm, count: 1 }))
    found = bundleOf(items, 'glance').result.diameter_mm
    if (diameters.size >= MOST_REMEMBERED) diameters.clear()
    diameters.set(key, found)
  }
  return found
}
