export { suitsFor } from './suits'
