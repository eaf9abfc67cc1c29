export { ConnectStage } from './ConnectStage'
