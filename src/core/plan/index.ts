export { driverInputs, driverSignalOf, type DriverInput, type DriverSignal } from './driverInputs'
export { drawRange, TOO_LITTLE, UNUSUALLY_MUCH } from './drawRange'
export type {
  CableId,
  DeviceId,
  EnclosureId,
  FaceId,
  Id,
  PartId,
  RacewayId,
  RoleId,
  StateId,
  TerminalId,
  WireId,
} from './schema/ids'
export { apply, type Applied } from './apply'
export type { Change, Committed, PlanSummary } from './change'
export { doClash, replay, type Patch } from './orderedPatches'
export { cutLabel } from './label'
export type { EditRequest } from './schema/edit'
export { colourName, COLOURS, GREEN_YELLOW, isGreenYellow, isSameColour } from './colour'
export type { Colour } from './schema/colour'
export type { Command, CommandType } from './schema/command'
export { DEFAULT_SITE, emptyPlan } from './emptyPlan'
export { MIGRATIONS, migrate } from './migrations'
export type { ParsedPlan } from './schema/parsePlan'
export {
  BODY_SIDES,
  CLAMPS,
  DOES,
  TERMINAL_FUNCTIONS,
  type BodySide,
  type Clamp,
  type Does,
  type TerminalFunction,
} from './part'
export type { Behaviour, BehaviourKind, Coil, VoltageSystem } from './schema/part'
export { PLAN_FORMAT, PLAN_LIMITS, PLAN_VERSION, WIRES_TIMES_STATES } from './plan'
export type { Plan } from './schema/plan'
export { partFaults, referenceFaults } from './references'
export { DEFAULT_PRACTICE, PRACTICE_REASONS, WIRE_FUNCTIONS, type WireFunction } from './practice'
export type { Practice } from './schema/practice'
export { BARE_END, KNOWN_FROM, NOT_JOINED_YET, RELIEFS, TREATMENTS, type Relief, type Treatment } from './wire'
export type { WireEnd } from './schema/wire'
export { highestWireNumber } from './wireNumbers'
export { newBox, newPlate, PLATE_STANDS_OFF_mm, SIDES, sizeOfSide, standardFaces, type Side } from './enclosure'
export type { CableGiven, DeviceGiven, EnclosureGiven, FaceGiven, PartGiven, RacewayGiven } from './schema/make'
export { newCable } from './newCable'
export { newWire } from './newWire'
export { coilsOf, isClosedAtRest, isCommanded, moverOf } from './actuators'
export { doesAny, heats, doesOf, factsOf, hasMotor, isBoard } from './partFacts'
export { wordsOfKind, type KindWords } from './kindWords'
export { kindsOfferedAt, kindsWhere, PART_GROUPS, PART_KINDS, type KindFacts, type PartGroup } from './partKinds'
export { asLabel, namesOf } from './saidOf'
export { terminalWords } from './terminalWords'
export { referenceVolts } from './referenceVolts'
export { afterRemoval } from './afterRemoval'
export { shareOf } from './shareOf'
export { matingsOf, type Mating } from './matings'
export {
  EARTHINGS,
  LEAK_FORMS,
  leastTypeFor,
  RESIDUAL_TYPES,
  SEES,
  type Earthing,
  type LeakForm,
  type ResidualType,
  USUAL_RESIDUAL_mA,
} from './siteFacts'
export { SEATS, type Seat } from './seat'
export { CONTACT_MEANS, type ContactMeans } from './contactMeans'
export {
  areAlike,
  areApart,
  EVIDENCE,
  facetsOf,
  ownRoleKind,
  proposeRoles,
  ROLE_KIND_WORDS,
  ROLE_KINDS,
  saysWhich,
  withRoles,
  type Evidence,
  type Facets,
  type RoleKind,
} from './roles'
export { presentPlan, whatComesLater, type Later } from './presentPlan'
export { hasKind, isPluggedIn } from './hasKind'
export { isCutWhereItLies } from './heldAlong'
export { hostOf } from './hostOf'
export { landed } from './landed'
export { landingOf, type Landing } from './landingOf'
export { liftCommand } from './migrations'
export {
  boxPlans,
  circuitView,
  guardingView,
  joiningView,
  laidView,
  layoutView,
  placesView,
  routeView,
  wiringView,
  type View,
} from './views'
export { isVisible, UNSEEN_NAME, withoutInvisible } from './invisible'
export { COVER_KINDS, newRaceway, RACEWAY_KINDS, type CoverKind, type RacewayKind } from './raceway'
export type { Cover, WaySpot } from './schema/raceway'
export type { OpeningShape } from './schema/opening'
export type { Load, Place } from './schema/device'
export { outletCurve, outletOf, type Outlet } from './site'
export type { Site } from './schema/site'
import type { Plan } from './schema/plan'

/** The records as they stand in a plan, readonly throughout. */
export type Part = Plan['parts'][keyof Plan['parts']]
export type Device = Plan['devices'][keyof Plan['devices']]
export type Wire = Plan['wires'][keyof Plan['wires']]
export type Role = Plan['roles'][keyof Plan['roles']]
export type State = Plan['states'][keyof Plan['states']]
export type Enclosure = Plan['enclosures'][keyof Plan['enclosures']]
export type Face = Enclosure['faces'][keyof Enclosure['faces']]
export type Opening = Face['openings'][number]
export type Raceway = Plan['raceways'][keyof Plan['raceways']]
export type Cutout = Part['cutouts'][number]
export type Terminal = Part['terminals'][keyof Part['terminals']]
export type Link = Part['links'][number]
export type Draw = Part['draws'][number]
export type Actuator = Part['actuators'][number]
export type Connector = Part['connectors'][number]
export type MovedLink = Extract<Link, { readonly actuator: string }>
export type Cable = Plan['cables'][keyof Plan['cables']]
export type CableEnd = Cable['ends']['a']
export { CONTACT_OPTIONS, CONTACT_SETTING, workedContact, type WorkedContact } from './workedContact'
