export { caseOf, clearedEntry, probeEntry, probeOf, sheetPoints } from './caseOf'
export {
  GROUP_WORDS,
  isOpenWord,
  OVERRULED,
  sheetOf,
  type LineStanding,
  type SheetGroup,
  type SheetLine,
} from './sheet'
