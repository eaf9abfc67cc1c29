export { planReplacement, type Replacement } from './planReplacement'
