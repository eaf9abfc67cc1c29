import type { Rule } from '@/core/judging'
import { lineNotSwitched } from './lineNotSwitched'
import { residualBlind } from './residualBlind'
import { residualWanted } from './residualWanted'
import { noMainSwitch } from './noMainSwitch'
import { lineAndNeutralExchanged } from './lineAndNeutralExchanged'

/** About the mains: what comes in, what it feeds, and how it is switched. */
export const mainsRules = {
  'line-not-switched': lineNotSwitched,
  'residual-blind': residualBlind,
  'residual-wanted': residualWanted,
  'no-main-switch': noMainSwitch,
  'line-and-neutral-exchanged': lineAndNeutralExchanged,
} as const satisfies Readonly<Record<string, Rule>>
