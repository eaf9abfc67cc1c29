export { DataTroublePage } from './DataTroublePage'
export { UnreadablePlanPage } from './UnreadablePlanPage'
