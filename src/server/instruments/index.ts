export { openScpiMeter, type Instrument } from './instrument'
export {
  askBoard,
  connectMeter,
  disconnectMeter,
  meterNow,
  placeProbes,
  simulateMeter,
  takeReading,
  type MeterState,
} from './meterDesk'
export { confirm, isConfirmed, resolveMeter, type MeterAddress } from './meterAddress'
export { startBench } from './startBench'
export { SimulatedBench } from './simulatedBench'
export { startSimulatedBoard } from './simulatedBoard'
export { SIMULATED_IDENTITY, startSimulatedMeter } from './simulatedMeter'
