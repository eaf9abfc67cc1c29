import type { Rule } from '../../types'
import { earthFaultStays } from './earthFaultStays'
import { inletOverloaded } from './inletOverloaded'
import { inrushMayTrip } from './inrushMayTrip'
import { leakageMayTrip } from './leakageMayTrip'
import { lineNotSwitched } from './lineNotSwitched'
import { mainsSelectorWrong } from './mainsSelectorWrong'
import { outletDead } from './outletDead'
import { outletOverloaded } from './outletOverloaded'
import { otherCordsNeutral } from './otherCordsNeutral'
import { residualBlind } from './residualBlind'
import { residualTrips } from './residualTrips'
import { residualWanted } from './residualWanted'
import { noMainSwitch } from './noMainSwitch'
import { lineAndNeutralExchanged } from './lineAndNeutralExchanged'
import { secondInlet } from './secondInlet'

/** About the mains: what comes in, what it feeds, and how it is switched. */
export const mainsRules = {
  'earth-fault-stays': earthFaultStays,
  'inlet-overloaded': inletOverloaded,
  'inrush-may-trip': inrushMayTrip,
  'leakage-may-trip': leakageMayTrip,
  'line-not-switched': lineNotSwitched,
  'mains-selector-wrong': mainsSelectorWrong,
  'other-cords-neutral': otherCordsNeutral,
  'outlet-dead': outletDead,
  'outlet-overloaded': outletOverloaded,
  'residual-blind': residualBlind,
  'residual-trips': residualTrips,
  'residual-wanted': residualWanted,
  'no-main-switch': noMainSwitch,
  'line-and-neutral-exchanged': lineAndNeutralExchanged,
  'second-inlet': secondInlet,
} as const satisfies Readonly<Record<string, Rule>>
