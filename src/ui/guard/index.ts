export { GuardStage } from './GuardStage'
