export { HeavyRefused } from './heavyRefused'
export { makeBookInPieces } from './makeBookInPieces'
export type { BookSource, HeavyResult, HeavyWork, MadeFile } from './messages'
export { runHeavy } from './runHeavy'
