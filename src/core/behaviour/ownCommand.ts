import { allOn, othersOn, settle, terminalKey, type Conditions, type Model, type Mover } from '@/core/model'
import type { DeviceId } from '@/core/plan'
import { fedDevices } from './fed'
import type { FeedWay } from './feedWays'
import { commandedMovers, heldAt, heldButtons, withHeld } from './hands'
import { settled } from './solved'

/** What gets its power only while it commands that itself. */
export interface OwnCommand {
  readonly device: DeviceId
  /** What it works. */
  readonly by: readonly DeviceId[]
}

/**
 * Devices that never start: fed with every program running, and not with their own commands let go, whatever else is
 * commanded and whichever button is held, though a way leads to them through what they command. What a press starts and then
 * holds itself is none; nor is what other volts keep from running.
 */
export function fedByOwnCommand(model: Model, conditions: Conditions, ways: readonly FeedWay[]): readonly OwnCommand[] {
  const running = fedDevices(model, settled(model, conditions, 'hands off'))
  const idle = fedDevices(model, settled(model, conditions, 'idle'))
  const suspects = model.devices.filter(({ id }) => running.has(id) && !idle.has(id))
  if (suspects.length === 0) return []
  const movers = commandedMovers(model)
  const commandedBy = new Map(movers.map((mover) => [mover, commandersOf(model, mover)]))
  const buttons = heldButtons(model)
  return suspects.flatMap(({ id }): OwnCommand[] => {
    const through = ways.filter((way) => way.device === id).flatMap(({ passages }) => passages)
    const own = movers.filter(
      (mover) =>
        commandedBy.get(mover)!.has(id) &&
        through.some(
          ({ device, link }) => 'actuator' in link && device === mover.device && link.actuator === mover.actuator.id,
        ),
    )
    if (own.length === 0) return []
    const held = withHeld(
      heldAt(own, ({ actuator }) => actuator.rest),
      buttons,
    )
    const solution = settle(model, allOn({ held, memory: 'rest' }), conditions)
    return fedDevices(model, solution).has(id)
      ? []
      : [{ device: id, by: [...new Set(own.map(({ device }) => device))].sort() }]
  })
}

/** Whose pins work a mover: its own board, or what a lead brings to its input. */
function commandersOf(model: Model, { device, actuator }: Mover): ReadonlySet<DeviceId> {
  if (actuator.by === 'firmware') return new Set([device])
  const ends = actuator.coil ? [actuator.coil.plus, actuator.coil.minus] : []
  return new Set(
    ends
      .flatMap((end) => othersOn(model, terminalKey(device, end)))
      .filter((at) => {
        const { function: fn, direction } = model.deviceById.get(at.device)!.part.terminals[at.terminal]!
        return (fn === 'signal' || fn === 'data') && direction !== 'in'
      })
      .map((at) => at.device),
  )
}
