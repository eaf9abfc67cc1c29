export { counted } from './counted'
export { SOLD_SIZES, WIRE_SIZES, parseWireSize, wireSize, type WireSeries, type WireSize } from './wireSize'
export { firstAtLeast, formatNumber, formatQuantity, formatVolts, isAtMost } from './format'
