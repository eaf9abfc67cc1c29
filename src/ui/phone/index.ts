export { KeepAtHand } from './KeepAtHand'
export { PhoneDialog } from './PhoneDialog'
