export { nameWires, retag, WIRE_SCHEMES, type WireScheme } from './naming'
