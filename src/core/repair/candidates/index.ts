import type { Change } from '../change'
import type { Near } from '../near'
import { exchanges } from './exchange'
import { fuses } from './fuses'
import { likeDevices } from './likeDevices'
import { moves } from './move'
import { plugs } from './plugs'
import { rails } from './rails'
import { firstSuppositions, suppositions } from './suppositions'
import { upstream } from './upstream'
import { wrongSide } from './wrongSide'
import { asNew, fromItsLike, putIn, takenOut } from './wires'

/** What hands do wrong near a finding, undone; what they do most often first. */
export const candidatesNear = (near: Near): readonly Change[] => [
  ...firstSuppositions(near),
  ...[
    ...plugs(near),
    ...fuses(near),
    ...exchanges(near),
    ...likeDevices(near),
    ...upstream(near),
    ...asNew(near),
    ...suppositions(near),
    ...putIn(near),
    ...fromItsLike(near),
    ...moves(near),
    ...wrongSide(near),
    ...rails(near),
    ...takenOut(near),
  ].sort((a, b) => a.rank - b.rank),
]

/** What a caution alone is worth looking for. */
export const fewNear = (near: Near): readonly Change[] => asNew(near)

export { joined } from './joined'
export { fromItsLike }
