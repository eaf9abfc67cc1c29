import type { Plan } from './schema/plan'
import { BARE_END } from './wire'

type Cable = Plan['cables'][keyof Plan['cables']]

/** A cable of which only what it is like is said: it is new, goes nowhere, and came with nothing. */
export const newCable = ({
  name,
  od_mm,
  premade,
  flexClass,
  ...given
}: Pick<Cable, 'name' | 'od_mm' | 'premade' | 'flexClass'> & Partial<Cable>): Cable => ({
  name,
  od_mm,
  premade,
  length_mm: null,
  printed: null,
  flexClass,
  shielded: false,
  origin: 'new',
  ends: { a: BARE_END, b: BARE_END },
  cores: [],
  jacket_V: null,
  screenAt: null,
  relief: null,
  kit: null,
  isHere: null,
  aside: null,
  leadsOf: null,
  route: null,
  restLies: null,
  ...given,
})
