export * from './ids'
export { apply, type Applied } from './apply'
export type { Change, Committed, PlanSummary } from './change'
export { doClash, replay, type Patch } from './orderedPatches'
export { clientId, cutLabel, editRequest, keptCommands, type EditRequest } from './edit'
export { colourName, COLOURS, GREEN_YELLOW, isGreenYellow, isSameColour, type Colour } from './colour'
export { command, COMMAND_TYPES, type Command, type CommandType } from './command'
export { DEFAULT_SITE, emptyPlan } from './emptyPlan'
export { MIGRATIONS, migrate } from './migrations'
export { parsePlan, type ParsedPlan } from './parsePlan'
export {
  BODY_SIDES,
  CLAMPS,
  part,
  TERMINAL_FUNCTIONS,
  type Behaviour,
  type BehaviourKind,
  type BodySide,
  type Clamp,
  type Coil,
  type TerminalFunction,
  type VoltageSystem,
} from './part'
export { plan as planSchema, PLAN_FORMAT, PLAN_LIMITS, PLAN_VERSION, type Plan } from './plan'
export { partFaults, referenceFaults } from './references'
export { DEFAULT_PRACTICE, PRACTICE_REASONS, WIRE_FUNCTIONS, type Practice, type WireFunction } from './practice'
export { BARE_END, KNOWN_FROM, NOT_JOINED_YET, TREATMENTS, type Treatment, type WireEnd } from './wire'
export { device as deviceSchema } from './device'
export { wire as wireSchema } from './wire'
export { highestWireNumber } from './wireNumbers'
export { PLATE_STANDS_OFF_mm, SIDES, standardFaces, type Side } from './enclosure'
export {
  makeCable,
  makeDevice,
  makeEnclosure,
  makeFace,
  makeFitted,
  makePart,
  makeRaceway,
  newRaceway,
  type CableGiven,
  type DeviceGiven,
  type EnclosureGiven,
  type FaceGiven,
  type PartGiven,
  type RacewayGiven,
} from './make'
export { newWire } from './newWire'
export { coilsOf, isClosedAtRest, isCommanded, moverOf, positionOf } from './actuators'
export { kindsOfferedAt, kindsWhere, PART_GROUPS, PART_KINDS, type KindFacts, type PartGroup } from './partKinds'
export { asLabel, namesOf } from './saidOf'
export { terminalWords } from './terminalWords'
export { referenceVolts } from './referenceVolts'
export { afterRemoval } from './afterRemoval'
export { hasKind, isPluggedIn } from './hasKind'
export { landed } from './landed'
export { landingOf, type Landing } from './landingOf'
export { liftCommand } from './migrations'
export { boxPlans, circuitView, guardingView, layoutView, placesView, routeView, wiringView, type View } from './views'
export { withoutInvisible } from './fields'
export { RACEWAY_KINDS, type RacewayKind, type WaySpot } from './raceway'
export { openingShape, type OpeningShape } from './opening'
export type { Load, Place } from './device'
export { outletCurve, type Site } from './site'
import type { Plan } from './plan'

/** The records as they stand in a plan, readonly throughout. */
export type Part = Plan['parts'][keyof Plan['parts']]
export type Device = Plan['devices'][keyof Plan['devices']]
export type Wire = Plan['wires'][keyof Plan['wires']]
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
