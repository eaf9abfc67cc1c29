export { SUPPLY_ROOM, suitsFor } from './suits'
