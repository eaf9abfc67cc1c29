export { endText, labelsOf, legendStrips, wireLabel, type Label, type LabelKind, type LegendStrip } from './labels'
export { amountWords } from './bench'
export { facesWithHoles, makePaper } from './makePaper'
export { PAPER_IDS, PAPERS, type Block, type Column, type Paper, type PaperId, type PaperSource } from './types'
export {
  labelMedia,
  labelPages,
  stripPages,
  USUAL_SHEET,
  type LabelMedia,
  type PrintedBox,
  type PrintedPage,
  type PrintedText,
} from './printed'
export { SHEETS, type Sheet } from './sheets'
