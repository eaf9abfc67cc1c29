export {
  derateFactor,
  sizeSupply,
  SUPPLY_SIZES_W,
  type SizeSupplyRequest,
  type SupplyLoad,
  type SupplySizing,
} from './sizeSupply'
export { inputCurrent_A, sumMains, type MainsSum, type MainsSupply, type SumMainsRequest } from './sumMains'
export { mainsCalculator, supplyCalculator } from './calculator'
export { motorSupplyPower, type MotorSupplyRequest } from './motorSupply'
export { servesMains } from './mainsSelector'
