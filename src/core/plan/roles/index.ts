export { areAlike, areApart, facetsOf, saysWhich, type Facets } from './facets'
export { EVIDENCE, ROLE_KIND_WORDS, ROLE_KINDS, type Evidence, type RoleKind } from './kinds'
export { ownRoleKind, proposeRoles } from './propose'
export { withRoles } from './withRoles'
