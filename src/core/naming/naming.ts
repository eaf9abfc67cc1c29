import { landingOf, type Command, type DeviceId, type Plan, type Wire, type WireId } from '@/core/plan'

import { tagPrefix } from '@/core/catalogue/tags'

/** How wires are called: all in one count, by what they do, or by their ends. Common practice knows all three. */
export const WIRE_SCHEMES = ['number', 'function', 'ends'] as const
export type WireScheme = (typeof WIRE_SCHEMES)[number]

/** The longest label that a sleeve takes. */
const LONGEST = 24
const LETTERS: Readonly<Record<Wire['function'], string>> = {
  L: 'L',
  N: 'N',
  PE: 'PE',
  'V+': 'P',
  'V-': 'M',
  signal: 'S',
}

/**
 * Calls wires by a scheme, in the order in which they are entered; labels of wires that are not among them stay, and none is
 * given twice. Returned are only those that change.
 */
export function nameWires(
  plan: Plan,
  ids: readonly WireId[],
  scheme: WireScheme,
  prefix = 'W',
  start = 1,
): readonly Command[] {
  const chosen = new Set(ids)
  const taken = new Set(
    (Object.entries(plan.wires) as [WireId, Wire][]).flatMap(([id, { label }]) => (chosen.has(id) ? [] : [label])),
  )
  const free = (wanted: string): string => {
    const plain = wanted.slice(0, LONGEST)
    if (!taken.has(plain)) return plain
    for (let n = 2; ; n += 1) {
      const next = `${plain.slice(0, LONGEST - String(n).length - 1)}/${n}`
      if (!taken.has(next)) return next
    }
  }
  const counts = new Map<string, number>()
  const counted = (letter: string, from: number): string => {
    for (let n = counts.get(letter) ?? from; ; n += 1) {
      if (taken.has(`${letter}${n}`)) continue
      counts.set(letter, n + 1)
      return `${letter}${n}`
    }
  }
  return ids.flatMap((id): Command[] => {
    const wire = plan.wires[id]!
    const label =
      scheme === 'number'
        ? counted(prefix, start)
        : scheme === 'function'
          ? counted(LETTERS[wire.function], 1)
          : free(endsOf(plan, wire))
    taken.add(label)
    return label === wire.label ? [] : [{ type: 'updateWire', id, changes: { label } }]
  })
}

/** "A1.M1-M1": where it comes from and to which device it goes. */
function endsOf(plan: Plan, wire: Wire): string {
  const [a, b] = [landingOf(plan, wire.from), landingOf(plan, wire.to)]
  const name = (at: typeof a, withTerminal: boolean) => {
    if (!at) return '?'
    const { tag, part } = plan.devices[at.device]!
    return withTerminal ? `${tag}.${plan.parts[part]!.terminals[at.terminal]!.label}` : tag
  }
  return `${name(a, true)}-${name(b, false)}`
}

/**
 * Tags devices anew by the letter of their kind, counted in the order of the tags they have, from 1 without gaps. Nothing that
 * is joined changes: wires know devices by themselves.
 */
export function retag(
  plan: Plan,
  ids: readonly DeviceId[] = Object.keys(plan.devices) as DeviceId[],
): readonly Command[] {
  const chosen = new Set(ids)
  const taken = new Set(
    (Object.keys(plan.devices) as DeviceId[]).flatMap((id) => (chosen.has(id) ? [] : [plan.devices[id]!.tag])),
  )
  const counts = new Map<string, number>()
  const inOrder = [...ids].sort((a, b) =>
    plan.devices[a]!.tag.localeCompare(plan.devices[b]!.tag, 'en', { numeric: true }),
  )
  return inOrder.flatMap((id): Command[] => {
    const letter = tagPrefix(plan.parts[plan.devices[id]!.part]!.behaviour.kind)
    let n = (counts.get(letter) ?? 0) + 1
    while (taken.has(`${letter}${n}`)) n += 1
    counts.set(letter, n)
    const tag = `${letter}${n}`
    return tag === plan.devices[id]!.tag ? [] : [{ type: 'updateDevice', id, changes: { tag } }]
  })
}
