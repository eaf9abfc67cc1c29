export { coverName, coverWords } from './coverWords'
export { along, holdsOf, holdSpacing_mm, holdTotals, layOrder, type Hold, type HoldKind, type HoldTotal } from './holds'
export { slideOnOf, type Passing, type SlideOn } from './slideOn'
export { secure, type Securing } from './secure'
