import type { Rule } from '@/core/judging'
import { inletOverloaded } from './inletOverloaded'
import { inrushMayTrip } from './inrushMayTrip'
import { leakageMayTrip } from './leakageMayTrip'
import { mainsSelectorWrong } from './mainsSelectorWrong'
import { otherCordsNeutral } from './otherCordsNeutral'
import { outletOverloaded } from './outletOverloaded'
import { residualTrips } from './residualTrips'
import { secondInlet } from './secondInlet'

/** The outlet, the cord and what protects them against what the box asks of them. */
export const mainsLoadRules = {
  'inlet-overloaded': inletOverloaded,
  'inrush-may-trip': inrushMayTrip,
  'leakage-may-trip': leakageMayTrip,
  'mains-selector-wrong': mainsSelectorWrong,
  'other-cords-neutral': otherCordsNeutral,
  'outlet-overloaded': outletOverloaded,
  'residual-trips': residualTrips,
  'second-inlet': secondInlet,
} as const satisfies Readonly<Record<string, Rule>>
