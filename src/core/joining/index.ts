export { proposeWiring, type Proposal } from './propose'
export type { Port, ProposedGroup, ProposedJoint } from './draft'
