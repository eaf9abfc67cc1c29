import type { CoverOn } from '@/core/figures'
import type { CoverKind } from '@/core/plan'
import { formatNumber } from '@/core/quantity'

/** As it is bought. */
const NAMES: Readonly<Record<CoverKind, string>> = {
  sleeve: 'Sleeve',
  wrap: 'Spiral wrap',
  'split-tube': 'Split tube',
}

/** "Spiral wrap for 8 mm", as the shopping list has it. */
export const coverName = ({ kind, inside_mm }: Pick<CoverOn, 'kind' | 'inside_mm'>): string =>
  kind === 'wrap' ? `${NAMES[kind]} for ${formatNumber(inside_mm)} mm` : `${NAMES[kind]} ${formatNumber(inside_mm)} mm`

/** "Sleeve 8 mm, 600 mm long". */
export const coverWords = (cover: Pick<CoverOn, 'kind' | 'inside_mm' | 'length_mm'>): string =>
  `${coverName(cover)}, ${formatNumber(cover.length_mm, 4)} mm long`
