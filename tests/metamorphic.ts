/** Changes of a plan that say the same in other words: what is solved of its circuit must not change by them. */
import { cataloguePart, newDevice } from '@/core/catalogue'
import {
  doesOf,
  type DeviceId,
  type Part,
  type PartId,
  type Plan,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'

type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json }

/** Every id, in whatever it stands. */
const ID = /^(device|wire|cable|part|raceway|state|role|enclosure|face):/

function mapJson(value: Json, text: (each: string) => string): Json {
  if (typeof value === 'string') return text(value)
  if (Array.isArray(value)) return value.map((each: Json) => mapJson(each, text))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [text(key), mapJson(each, text)]))
}

/** Ids that say nothing. */
export function otherIds(plan: Plan): Plan {
  const known = new Map<string, string>()
  return mapJson(plan as unknown as Json, (text) => {
    if (!ID.test(text)) return text
    let own = known.get(text)
    if (!own) known.set(text, (own = `${text.slice(0, text.indexOf(':'))}:q${known.size}`))
    return own
  }) as unknown as Plan
}

const values = <K extends string, T>(records: Readonly<Partial<Record<K, T>>>, change: (each: T, n: number) => T) =>
  Object.fromEntries(Object.entries(records).map(([id, each], n) => [id, change(each as T, n)])) as Record<K, T>

/** Tags, names of devices and labels of wires and cables that say nothing. */
export const otherNames = (plan: Plan): Plan => ({
  ...plan,
  devices: values(plan.devices, (device, n) => ({ ...device, tag: `Q${n}`, name: `Thing ${n}` })),
  wires: values(plan.wires, (wire, n) => ({ ...wire, label: `q${n}` })),
  parts: values(plan.parts, (part, n) => ({ ...part, name: `Part ${n}` })),
})

/** Prints on terminals and blocks that say nothing; what is in one block stays together. */
export function otherPrints(plan: Plan): Plan {
  const prints = new Map<string, string>()
  const print = (text: string) => {
    let own = prints.get(text)
    if (!own) prints.set(text, (own = `q${prints.size}`))
    return own
  }
  return {
    ...plan,
    parts: values(plan.parts, (part) => ({
      ...part,
      terminals: values(part.terminals, (terminal) => ({
        ...terminal!,
        label: print(terminal!.label),
        block: terminal!.block === null ? null : print(terminal!.block),
      })),
    })),
    devices: values(plan.devices, (device) => ({
      ...device,
      serves: device.serves.map((serving) => ({ ...serving, at: serving.at === null ? null : print(serving.at) })),
    })),
  }
}

/** Terminals by keys that say nothing. */
export function otherTerminals(plan: Plan): Plan {
  const keysOf = new Map<string, ReadonlyMap<string, TerminalId>>(
    Object.entries(plan.parts).map(([id, part]) => [
      id,
      new Map(Object.keys(part!.terminals).map((key, n) => [key, `q${n}` as TerminalId])),
    ]),
  )
  const renamed = (part: Part, keys: ReadonlyMap<string, TerminalId>): Part => {
    const to = (key: TerminalId) => keys.get(key)!
    const fields = new Set(['plus', 'minus', 'a', 'b', 'line', 'neutral', 'earth', 'earths'])
    const lists = new Set(['ways', 'excludes', 'terminals'])
    const pins = new Set(['pins', 'plugPins'])
    const walk = (value: unknown, field: string): unknown => {
      if (typeof value === 'string') return fields.has(field) ? to(value as TerminalId) : value
      if (Array.isArray(value))
        return value.map((each: unknown) =>
          lists.has(field) && typeof each === 'string' ? to(each as TerminalId) : walk(each, ''),
        )
      if (value === null || typeof value !== 'object') return value
      return Object.fromEntries(
        Object.entries(value).map(([key, each]) => [
          field === 'terminals' ? to(key as TerminalId) : key,
          pins.has(field) && typeof each === 'string' ? to(each as TerminalId) : walk(each, key),
        ]),
      )
    }
    return walk(part, '') as Part
  }
  const end = (at: Wire['from']): Wire['from'] =>
    at.kind === 'terminal'
      ? { ...at, terminal: keysOf.get(plan.devices[at.device]!.part)!.get(at.terminal) ?? at.terminal }
      : at
  return {
    ...plan,
    parts: Object.fromEntries(Object.entries(plan.parts).map(([id, part]) => [id, renamed(part!, keysOf.get(id)!)])),
    wires: values(plan.wires, (wire) => ({ ...wire, from: end(wire.from), to: end(wire.to) })),
  }
}

const turned = <T extends object>(records: T): T => Object.fromEntries(Object.entries(records).reverse()) as T

/** Everything entered in the other order, and each wire from its other end. */
export const reordered = (plan: Plan): Plan => ({
  ...plan,
  parts: turned(plan.parts),
  devices: turned(plan.devices),
  cables: turned(plan.cables),
  raceways: turned(plan.raceways),
  wires: turned(values(plan.wires, (wire) => ({ ...wire, from: wire.to, to: wire.from }))),
})

/** A device that stands a little farther along its face; its wires go along. Null where it stands on none. */
export function moved(plan: Plan, id: DeviceId, by_mm: number): Plan | null {
  const device = plan.devices[id]!
  const { place } = device
  if (place.kind !== 'face') return null
  return {
    ...plan,
    devices: { ...plan.devices, [id]: { ...device, place: { ...place, x_mm: place.x_mm + by_mm } } },
  }
}

/** A wire in two halves, joined by a splice between. */
export function spliced(plan: Plan, id: WireId): Plan {
  const wire = plan.wires[id]!
  const splice = 'device:qsplice' as DeviceId
  const { id: part, part: lever } = cataloguePart('part:splice-2')
  const [one, other] = Object.keys(lever.terminals) as [TerminalId, TerminalId]
  // One that takes any lead.
  const given = {
    ...lever,
    terminals: values(lever.terminals, (terminal) => ({
      ...terminal!,
      conductors: { min_mm2: 0.05, max_mm2: 50, count: 1 },
      rated_A: null,
    })),
  }
  const half = { length_mm: wire.length_mm === null ? null : wire.length_mm / 2 }
  const at = (terminal: TerminalId) => ({ kind: 'terminal', device: splice, terminal }) as const
  return {
    ...plan,
    parts: { ...plan.parts, [part]: given },
    devices: { ...plan.devices, [splice]: newDevice(part, 'QX', 'Splice') },
    wires: {
      ...plan.wires,
      [id]: { ...wire, ...half, to: at(one) },
      ['wire:qhalf' as WireId]: { ...wire, ...half, from: at(other), label: 'qhalf' },
    },
  }
}

/** The same part of no kind that says anything: what it takes and does is said by its draws. */
export function ofNoKind(plan: Plan, ofPart: PartId): Plan {
  const part = plan.parts[ofPart]!
  const draws = part.draws.map((draw) => ({ ...draw, does: doesOf(part, draw) }))
  return { ...plan, parts: { ...plan.parts, [ofPart]: { ...part, draws, behaviour: { kind: 'other' } } } }
}
