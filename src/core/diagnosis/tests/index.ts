export { look, seenOn, touchedNets, type Lookable, watchedOf, type Seen, type Watched } from './look'
export { situationNamed, SITUATIONS, type SituationName } from './situations'
export type { TestPoint } from './testPoint'
export { testPointsOf, type ExtraPoint } from './testPoints'
