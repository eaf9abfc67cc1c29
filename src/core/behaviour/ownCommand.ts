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
  // Nothing is solved where no way leads to anything through what it works itself: in most plans.
  const through = throughOwn(model, ways)
  if (through.size === 0) return []
  const running = fedDevices(model, settled(model, conditions, 'hands off'))
  const idle = fedDevices(model, settled(model, conditions, 'idle'))
  const buttons = heldButtons(model)
  return [...through].flatMap(([id, own]): OwnCommand[] => {
    if (!running.has(id) || idle.has(id)) return []
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

/** What is fed through something that its own pins work, and by what. */
function throughOwn(model: Model, ways: readonly FeedWay[]): ReadonlyMap<DeviceId, readonly Mover[]> {
  const passed = new Map<string, Set<DeviceId>>()
  for (const { device, passages } of ways)
    for (const { device: by, link } of passages) {
      if (!('actuator' in link)) continue
      const key = `${by} ${link.actuator}`
      const list = passed.get(key)
      if (list) list.add(device)
      else passed.set(key, new Set([device]))
    }
  const through = new Map<DeviceId, Mover[]>()
  for (const mover of commandedMovers(model)) {
    const fed = passed.get(`${mover.device} ${mover.actuator.id}`)
    if (!fed) continue
    for (const id of commandersOf(model, mover)) if (fed.has(id)) through.set(id, [...(through.get(id) ?? []), mover])
  }
  return through
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
