export { EarlyActs } from './EarlyActs'
export { EARLY_SCRIPT } from './earlyScript'
