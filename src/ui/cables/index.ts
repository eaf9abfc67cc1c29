export { CablesView } from './CablesView'
export { LookAlikesView } from './LookAlikesView'
