import { terminalKey, type Model, othersOn } from '@/core/model'
import type { DeviceId, Part, TerminalId } from '@/core/plan'

const isCoil = (fn: Part['terminals'][TerminalId]['function']) => fn === 'coil-A' || fn === 'coil-B'

/** The amperes of a setting such as "1.5 A"; null where its words say none. */
export function amperes(option: string | null | undefined): number | null {
  const found = /(\d+(?:[.,]\d+)?)\s*A\b/.exec(option ?? '')
  return found ? Number(found[1]!.replace(',', '.')) : null
}

/** What a device is set to give: its setting of a current. */
function setCurrent(model: Model, id: DeviceId): Omit<MotorDriver, 'device'> | null {
  const { part, device } = model.deviceById.get(id)!
  const own = device.settings as Readonly<Record<string, string>>
  for (const setting of part.settings) {
    const set_A = /current|amp/i.test(setting.name) ? amperes(own[setting.id] ?? setting.initial) : null
    if (set_A !== null) return { setting, set_A }
  }
  return null
}

interface MotorDriver {
  readonly device: DeviceId
  /** What its current is set by. */
  readonly setting: Part['settings'][number]
  readonly set_A: number
}

/** Every lead of a motor asks anew. */
const knownDrivers = new WeakMap<Model, Map<DeviceId, MotorDriver | null>>()

const numberIn = (text: string | null) => /(\d+)/.exec(text ?? '')?.[1] ?? null

/**
 * What drives a motor, and the current that it is set to: a driver of its own, or the module in the socket of the same number
 * as the board's block of terminals. Null where that is not known.
 */
export function driverOf(model: Model, motor: DeviceId): MotorDriver | null {
  let known = knownDrivers.get(model)
  if (!known) knownDrivers.set(model, (known = new Map()))
  let found = known.get(motor)
  if (found === undefined) known.set(motor, (found = findDriver(model, motor)))
  return found
}

function findDriver(model: Model, motor: DeviceId): MotorDriver | null {
  const { terminals } = model.deviceById.get(motor)!.part
  for (const terminal of Object.keys(terminals) as TerminalId[]) {
    if (!isCoil(terminals[terminal]!.function)) continue
    for (const { device, terminal: at } of othersOn(model, terminalKey(motor, terminal))) {
      const { part } = model.deviceById.get(device)!
      if (!isCoil(part.terminals[at]!.function) || part.behaviour.kind === 'motor') continue
      const module = moduleFor(model, device, part.terminals[at]!.block)
      const set = setCurrent(model, module ?? device)
      if (set) return { device: module ?? device, ...set }
    }
  }
  return null
}

/** The module in the socket that goes with a block of terminals. */
export function moduleFor(model: Model, board: DeviceId, block: string | null): DeviceId | null {
  const socket = socketFor(model.deviceById.get(board)!.part, block)
  if (socket === null) return null
  const found = model.devices.find(
    ({ device }) => device.place.kind === 'socket' && device.place.device === board && device.place.socket === socket,
  )
  return found?.id ?? null
}

/** The socket of the same number as a block of terminals; null where numbers do not say. */
export function socketFor({ sockets }: Part, block: string | null): string | null {
  const number = numberIn(block)
  return number === null ? null : (sockets.find(({ id }) => numberIn(id) === number)?.id ?? null)
}
