export { arrange, arrangeInOrder, scorePlaces } from './arrange'
export type { Arrangement, ArrangeItem, ArrangeProgress, ArrangePull, ArrangeRequest, ArrangeScore } from './types'
