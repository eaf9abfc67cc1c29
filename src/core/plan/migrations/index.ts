export { liftCommand } from './liftCommand'
export { MIGRATIONS, migrate, type Migrated } from './migrate'
