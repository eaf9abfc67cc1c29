import type { DeviceId, TerminalId } from './schema/ids'
import type { Plan } from './schema/plan'
import { wayMet } from './seat'

/** A terminal of a module on a terminal of what it is plugged onto. */
export interface Mating {
  readonly host: DeviceId
  readonly hostTerminal: TerminalId
  readonly module: DeviceId
  readonly moduleTerminal: TerminalId
}

/**
 * What touches what through the pins of sockets: power and signals pass as through a wire. Pins left free on purpose join
 * nothing; a module that sits turned or a pin further on meets other pins than its own. One in a socket of another kind is
 * told as such, and meets nothing that anybody could name.
 */
export function matingsOf({ devices, parts }: Pick<Plan, 'devices' | 'parts'>): readonly Mating[] {
  return (Object.entries(devices) as [DeviceId, Plan['devices'][DeviceId]][]).flatMap(([module, device]): Mating[] => {
    const { place, part } = device!
    if (place.kind !== 'socket') return []
    const { plugsInto, plugPins } = parts[part]!
    const host = place.device
    const socket = parts[devices[host]!.part]!.sockets.find(({ id }) => id === place.socket)
    if (!socket || socket.key !== plugsInto) return []
    return socket.mates.flatMap((pin, i): Mating[] => {
      const met = socket.mates[wayMet(i, socket.mates.length, place.seated)]
      const moduleTerminal = Object.hasOwn(plugPins, pin) ? plugPins[pin] : undefined
      if (met === undefined || moduleTerminal === undefined || socket.free.includes(met)) return []
      const hostTerminal = Object.hasOwn(socket.pins, met) ? socket.pins[met] : undefined
      return hostTerminal === undefined ? [] : [{ host, hostTerminal, module, moduleTerminal }]
    })
  })
}
