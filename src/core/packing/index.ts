export { arrange, scorePlaces } from './arrange'
export type { Arrangement, ArrangeItem, ArrangeProgress, ArrangePull, ArrangeRequest, ArrangeScore } from './types'
