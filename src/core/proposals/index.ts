export { compareBoxes, type BoxOption } from './compareBoxes'
export { compareSupplies, dealOver, DEALS, type Deal, type SupplyOption } from './compareSupplies'
export { sizeAll, type SizeEdit } from './sizeAll'
