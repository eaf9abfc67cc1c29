export type { BookPhoto } from './bookPdf'
export { makeBook, type BookWish } from './makeBook'
