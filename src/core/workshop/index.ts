export { cutPlanOf, SOLD_mm, type Cut, type CutFrom, type CutPlan } from './cutList'
export { needsOf, wireWhat, type Need } from './needs'
export { shoppingList, type Purchase } from './shopping'
export {
  BY_LENGTH,
  NEED_KINDS,
  needKey,
  stockItem,
  stockMove,
  type NeedKind,
  type Stocked,
  type StockItem,
  type StockMove,
} from './stock'
