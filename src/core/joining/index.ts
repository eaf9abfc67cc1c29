export { proposeWiring, type Proposal } from './propose'
export { reverseMotor } from './reverseMotor'
export { copyDevice, joinInOrder, repeatJoints, type Repeated } from './repeat'
export type { Port, ProposedGroup, ProposedJoint } from './draft'
