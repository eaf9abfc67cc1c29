export { removeHalfTaken } from './incoming'
export type { LeftOut, SavedHead } from './readSaved'
export { saveAll } from './save'
export { takeAll, type Reader, type TakenIn, type Taking } from './takeAll'
