export type { BookInsert, BookPhoto } from './bookPdf'
export { bindBook, makeBook, makeBookPaper, type BookWish, type MadePaper } from './makeBook'
