import { isOfFormat1, liftPart } from './partOfFormat1'
import { isRecord, records } from './raw'

/**
 * A command as an older release queued it, in today's form: parts that it brings along, and contacts held by device. What
 * is no command, or one of today, is given back as it is; the schema then says what is wrong with it.
 */
export function liftCommand(command: unknown): unknown {
  if (!isRecord(command)) return command
  if (command.type === 'putPart' && isRecord(command.part) && isOfFormat1(command.part))
    return { ...command, part: liftPart(command.part) }
  const { part } = command
  if (isRecord(part) && isRecord(part.part) && isOfFormat1(part.part))
    return { ...command, part: { ...part, part: liftPart(part.part) } }
  // Every mover of the device at once, as format 1 had it.
  if (command.type === 'setPosition' && command.actuator === undefined) return { ...command, actuator: null }
  if (command.type === 'updateState' && isRecord(command.changes) && isRecord(command.changes.positions))
    return { ...command, changes: { ...command.changes, positions: heldEverywhere(command.changes.positions) } }
  if (command.type === 'addState' && isRecord(command.state) && isRecord(command.state.positions))
    return { ...command, state: { ...command.state, positions: heldEverywhere(command.state.positions) } }
  return command
}

/** Stands for all movers of a device until the command meets its plan. */
export const EVERY_MOVER = 'all'

function heldEverywhere(positions: Readonly<Record<string, unknown>>): unknown {
  return Object.fromEntries(
    records(positions).map(([device, position]) => [
      device,
      typeof position === 'string' ? { [EVERY_MOVER]: position } : position,
    ]),
  )
}
