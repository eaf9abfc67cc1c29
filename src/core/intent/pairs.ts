import { type FeedWay } from '@/core/behaviour'
import { othersOn, terminalKey, type Model } from '@/core/model'
import { PART_KINDS, isBoard, ownRoleKind, type Part, type TerminalId } from '@/core/plan'
import { hasPorts, placeKey, placeOfLink, portOf, type Place } from './place'

/** How one place commands or reads another. */
export type Via = 'drives' | 'switches' | 'works' | 'pulses' | 'reads' | 'talks'

/** Two places that the wiring brings together: what one commands or reads must be what serves its function. */
export interface RolePair {
  readonly via: Via
  /** The port, driver or relay. */
  readonly one: Place
  /** What it commands or reads. */
  readonly other: Place
}

const isCoil = (fn: string) => fn === 'coil-A' || fn === 'coil-B'

/** A pin that reads or sends; a ground that all share says nothing. */
const isPin = ({ function: fn, level_V }: Part['terminals'][TerminalId]) =>
  (fn === 'signal' || fn === 'data' || fn === 'control+' || fn === 'control-') && level_V !== 0

function viaOf(part: Part, terminal: TerminalId): Via | null {
  if (part.actuators.some(({ coil }) => coil?.plus === terminal || coil?.minus === terminal)) return 'works'
  if (part.behaviour.kind === 'driver') return 'pulses'
  if (isBoard(part) || part.behaviour.kind === 'computer' || part.behaviour.kind === 'screen') return 'talks'
  const { kind } = part.behaviour
  return PART_KINDS[kind].isRead || kind === 'thermostat' ? 'reads' : ownRoleKind(part) === null ? null : 'works'
}

/** Channel of a part with several, by the terminal; the part as a whole where it has one. */
const placeAt = (device: Place['device'], part: Part, terminal: TerminalId): Place => ({
  device,
  at: hasPorts(part) ? portOf(part, terminal) : null,
})

/** All pairs that the wires make, each once: driver and motor, pin and sensor, pin and driver, output or relay and load. */
export function rolePairs(model: Model, ways: readonly FeedWay[]): readonly RolePair[] {
  const found = new Map<string, RolePair>()
  const add = (pair: RolePair) => {
    const key = `${placeKey(pair.one)}|${placeKey(pair.other)}`
    if (pair.one.device !== pair.other.device && !found.has(key)) found.set(key, pair)
  }
  for (const { id, part } of model.devices) {
    for (const terminal of Object.keys(part.terminals) as TerminalId[]) {
      const own = part.terminals[terminal]!
      const drives = isCoil(own.function) && part.behaviour.kind !== 'motor'
      if (!drives && !(isBoard(part) && isPin(own))) continue
      for (const { device, terminal: at } of othersOn(model, terminalKey(id, terminal))) {
        const { part: met } = model.deviceById.get(device)!
        if (drives && !isCoil(met.terminals[at]!.function)) continue
        const via = drives ? 'drives' : viaOf(met, at)
        // Two boards that talk are one pair.
        if (via === 'talks' && device < id) continue
        if (via !== null) add({ via, one: placeAt(id, part, terminal), other: placeAt(device, met, at) })
      }
    }
  }
  for (const { device, passages } of ways)
    for (const { device: by, link } of passages) {
      if (by === device || !('actuator' in link)) continue
      const { part } = model.deviceById.get(by)!
      const mover = part.actuators.find((each) => each.id === link.actuator)!
      if (mover.by !== 'coil' && mover.by !== 'firmware') continue
      const served = model.deviceById.get(device)!.part
      if (ownRoleKind(served) === null && served.behaviour.kind !== 'driver') continue
      add({ via: 'switches', one: placeOfLink(by, part, link), other: { device, at: null } })
    }
  return [...found.values()]
}
