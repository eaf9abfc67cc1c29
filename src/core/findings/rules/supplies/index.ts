import type { Rule } from '@/core/judging'
import { bondNeedless } from './bondNeedless'
import { boxHotterThanPlanned } from './boxHotterThanPlanned'
import { reserveExceedsSupply } from './reserveExceedsSupply'
import { suppliesInSeries } from './suppliesInSeries'

/** About supplies and what hangs on them. */
export const suppliesRules = {
  'bond-needless': bondNeedless,
  'box-hotter-than-planned': boxHotterThanPlanned,
  'reserve-exceeds-supply': reserveExceedsSupply,
  'supplies-in-series': suppliesInSeries,
} as const satisfies Readonly<Record<string, Rule>>
