export { Shelf, type ShelfPlan } from './Shelf'
