import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import { terminalKey, type Model } from '@/core/model'
import type { EarthReckoning } from '../types'

/** For all metal that a hand can touch: the way along earth conductors back to the incoming earth, or none. */
export function findEarths(model: Model): EarthReckoning[] {
  const at = new Map<number, { readonly joint: number; readonly wire: WireId }[]>()
  for (const { id, wire, from, to } of model.conductors) {
    if (wire.function !== 'PE') continue
    const a = model.jointOf(from)
    const b = model.jointOf(to)
    at.set(a, [...(at.get(a) ?? []), { joint: b, wire: id }])
    at.set(b, [...(at.get(b) ?? []), { joint: a, wire: id }])
  }
  const pathTo = new Map<number, readonly WireId[]>()
  const queue: number[] = []
  for (const { potential, terminal } of model.sources) {
    if (potential.kind !== 'PE') continue
    const joint = model.jointOf(terminal)
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
  return model.devices.flatMap(({ id, part }) =>
    part.earths === null
      ? []
      : [
          {
            device: id as DeviceId,
            terminal: part.earths as TerminalId,
            path: pathTo.get(model.jointOf(terminalKey(id, part.earths))) ?? null,
          },
        ],
  )
}
