import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import { terminalKey, type Topology } from './topology'
import type { EarthReckoning } from './types'

/** For all metal that a hand can touch: the way along earth conductors back to the incoming earth, or none. */
export function findEarths(topology: Topology): EarthReckoning[] {
  const at = new Map<string, { readonly joint: string; readonly wire: WireId }[]>()
  for (const { id, wire, from, to } of topology.conductors) {
    if (wire.function !== 'PE') continue
    const a = topology.jointOf(from)
    const b = topology.jointOf(to)
    at.set(a, [...(at.get(a) ?? []), { joint: b, wire: id }])
    at.set(b, [...(at.get(b) ?? []), { joint: a, wire: id }])
  }
  const pathTo = new Map<string, readonly WireId[]>()
  const queue: string[] = []
  for (const { potential, terminal } of topology.sources) {
    if (potential.kind !== 'PE') continue
    const joint = topology.jointOf(terminal)
    pathTo.set(joint, [])
    queue.push(joint)
  }
  for (let i = 0; i < queue.length; i += 1) {
    for (const { joint, wire } of at.get(queue[i]!) ?? []) {
      if (pathTo.has(joint)) continue
      pathTo.set(joint, [wire, ...pathTo.get(queue[i]!)!])
      queue.push(joint)
    }
  }
  return topology.devices.flatMap(({ id, part }) =>
    part.earths === null
      ? []
      : [
          {
            device: id as DeviceId,
            terminal: part.earths as TerminalId,
            path: pathTo.get(topology.jointOf(terminalKey(id, part.earths))) ?? null,
          },
        ],
  )
}
