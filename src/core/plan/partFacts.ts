import type { Does } from './part'
import { PART_KINDS, type KindFacts } from './partKinds'
import type { Plan } from './schema/plan'

type Part = Plan['parts'][keyof Plan['parts']]
type Draw = Part['draws'][number]

/** Above this, where nothing says what a thing is, it is taken for a motor: it starts harder than it runs. An assumption, common practice. */
const STARTS_HARD = 1

/**
 * What becomes of what a part takes by one of its draws: as the draw says, else as all of its kind do; the input of a contact
 * or transistor works that. Of a thing of no kind that starts hard it is taken that it moves; null where nothing tells.
 */
export function doesOf({ behaviour, actuators }: Part, draw: Draw): Does | null {
  if (draw.does !== null) return draw.does
  if (actuators.some(({ coil }) => coil?.plus === draw.plus && coil.minus === draw.minus)) return 'works'
  const { does } = PART_KINDS[behaviour.kind]
  return does ?? (behaviour.kind === 'other' && draw.startFactor > STARTS_HARD ? 'moves' : null)
}

/** Whether a part does any of that with what it takes. */
export const doesAny = (part: Part, ...what: readonly Does[]): boolean =>
  part.draws.some((draw) => what.includes(doesOf(part, draw)!))

/** Whether it has windings that turn something: a contact, a fuse and an ohmmeter meet a motor. */
export const hasMotor = (part: Part): boolean => doesAny(part, 'moves', 'pumps', 'blows')

/** Whether it turns what it takes into heat that something is warmed by. */
export const heats = (part: Part): boolean => doesAny(part, 'heats')

/** Pins of a program: signals that it reads or sends at a level of its own, or a motor that it turns. */
const hasPins = ({ terminals }: Part): boolean =>
  Object.values(terminals).some(
    (terminal) =>
      terminal!.function === 'coil-A' ||
      ((terminal!.function === 'signal' || terminal!.function === 'data') &&
        terminal!.level_V !== null &&
        terminal!.level_V > 0 &&
        terminal!.direction !== null),
  )

/** Whether it reads and commands: a controller board, whatever else it has, such as a converter for its own 5 V. */
export const isBoard = (part: Part): boolean =>
  part.behaviour.kind === 'board' || ('outputs' in part.behaviour && hasPins(part))

const known = new WeakMap<Part, KindFacts>()

/** What is true of a part: of its kind, and of what it has besides. */
export function factsOf(part: Part): KindFacts {
  let own = known.get(part)
  if (!own) {
    const kind = PART_KINDS[part.behaviour.kind]
    const isMore = isBoard(part) && part.behaviour.kind !== 'board'
    known.set(part, (own = isMore ? { ...kind, group: 'runs', isElectronics: true, isCommanding: true } : kind))
  }
  return own
}
