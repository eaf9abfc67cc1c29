import type { DeviceId, TerminalId, WireFunction } from '@/core/plan'
import type { Draft, Port } from './draft'

/** One way stays empty for what comes later; common practice. */
const SPARE = 1

/** Strips and splices of the catalogue by their ways. */
const STRIPS = [
  { key: 'strip-6', ways: 6 },
  { key: 'strip-12', ways: 12 },
] as const

/** A strip that stands in the plan with nothing on it yet and has ways enough. */
function bareStrip(draft: Draft, ways: number): DeviceId | null {
  const found = draft.devices.find(
    ({ id, part }) =>
      (part.behaviour.kind === 'terminal-strip' || part.behaviour.kind === 'splice') &&
      Object.keys(part.terminals).length >= ways &&
      draft.isWanted(id) &&
      draft.isBare(id),
  )
  return found?.id ?? null
}

/**
 * Makes sure that a piece of metal takes so many more wires: by its own terminals, or by strips, those that stand in the plan
 * first, else new ones with a spare way.
 */
export function makeRoom(draft: Draft, source: Port, wanted: number, fn: WireFunction, name: string): Port | null {
  const own = draft.roomOnNet(source)
  if (own >= wanted) return source
  let missing = wanted - Math.max(0, own - 1)
  while (missing > 0) {
    const strip = bareStrip(draft, Math.min(missing + 1, 12)) ?? newStrip(draft, missing + 1 + SPARE, name)
    const [first] = draft.ports(strip)
    if (!first || !draft.join(source, first, fn, `brings ${name} to ${draft.tag(strip)}`)) return null
    missing -= Math.max(1, Object.keys(draft.part(strip).terminals).length - 1)
  }
  return source
}

function newStrip(draft: Draft, ways: number, name: string): DeviceId {
  const { key } = STRIPS.find((each) => each.ways >= ways) ?? STRIPS[STRIPS.length - 1]!
  return draft.add(key, `Distribution, ${name}`.slice(0, 80))
}

export const portOf = (device: DeviceId, terminal: TerminalId): Port => ({ device, terminal })
