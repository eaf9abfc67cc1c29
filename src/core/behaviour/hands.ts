import type { Model, Mover, Situation } from '@/core/model'
import type { DeviceId, Part } from '@/core/plan'

/** Where movers are held, by device and actuator. */
export type Held = Situation['held']

/** Every mover of a part where it is not at rest: a stop pressed, a door open. */
export const workedPositions = ({ actuators }: Part): Readonly<Record<string, string>> =>
  Object.fromEntries(actuators.map(({ id, positions, rest }) => [id, positions.find((each) => each !== rest) ?? rest]))

/** Movers that a program works, by a pin of its own board or over a lead to the input of another part. */
export const commandedMovers = (model: Model): readonly Mover[] =>
  model.movers.filter(
    (mover) => mover.actuator.by === 'firmware' || (mover.actuator.by === 'coil' && isCommandedByPin(model, mover)),
  )

/** Whether an end of a coil hangs on nothing that the plan knows the volts of. */
function isCommandedByPin({ potentialsOfJoint }: Model, { coil }: Mover): boolean {
  return !coil || [coil.plus, coil.minus].some((joint) => potentialsOfJoint(joint).length === 0)
}

/** Movers where each of them is put. */
export function heldAt(movers: readonly Mover[], positionOf: (mover: Mover) => string): Held {
  const held: Record<DeviceId, Record<string, string>> = {}
  for (const mover of movers) (held[mover.device] ??= {})[mover.actuator.id] = positionOf(mover)
  return held
}

/** Where every output of a program, and every input that a pin commands, is held while no program runs. */
export const idleHeld = (model: Model): Held => heldAt(commandedMovers(model), ({ actuator }) => actuator.rest)

/** Holds of one situation and of another; where both say something of a mover, the second counts. */
export function withHeld(one: Held, other: Held): Held {
  const both: Record<DeviceId, Readonly<Record<string, string>> | undefined> = { ...one }
  for (const [id, own] of Object.entries(other) as [DeviceId, Held[DeviceId]][]) both[id] = { ...both[id], ...own }
  return both
}

/** Where a mover stands when it is worked. */
export const workedPosition = ({ actuator }: Mover): string =>
  actuator.positions.find((position) => position !== actuator.rest) ?? actuator.rest

/** Pedals and buttons that close while they are held, all of them pressed. */
export const heldButtons = (model: Model): Held =>
  heldAt(
    model.movers.filter((mover) => {
      const { part } = model.deviceById.get(mover.device)!
      const worked = workedPosition(mover)
      return (
        mover.actuator.by === 'hand' &&
        part.behaviour.kind === 'button' &&
        worked !== mover.actuator.rest &&
        part.links.some(
          (link) => link.kind === 'contact' && link.actuator === mover.actuator.id && link.closedIn.includes(worked),
        )
      )
    }),
    workedPosition,
  )
