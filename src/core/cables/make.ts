import type { Port } from '@/core/joining'
import {
  BARE_END,
  highestWireNumber,
  landingOf,
  NOT_JOINED_YET,
  type Cable,
  type CableEnd,
  type CableId,
  type Command,
  type Plan,
  type Wire,
  type WireEnd,
  type WireId,
  newCable,
  newWire,
} from '@/core/plan'
import { CONNECTOR_FAMILIES, type ConnectorFamilyId } from '@/core/reference'
import { functionBetween } from './functions'
import type { CableKind } from './kinds'
import { connectorAt, type PlugPlace } from './ports'

type EndName = 'a' | 'b'

/** A bare end that nobody joined yet: insulated, so that nothing is said of it but that it is open. */
const loose = (where: string): WireEnd => ({ kind: 'parked', where, why: NOT_JOINED_YET, insulated: true })

/** A plug of a family. */
export function plugOf(family: ConnectorFamilyId, ways: number): CableEnd {
  const { name, pitch_mm, key, hasLatch } = CONNECTOR_FAMILIES[family]
  return { kind: 'plug', family: name, pitch_mm, gender: 'plug', key, hasLatch, ways, mates: null }
}

/** The plug that a connector asks for. */
export function plugFor(plan: Plan, place: PlugPlace): CableEnd | null {
  const socket = connectorAt(plan, place)
  if (!socket) return null
  const { family, pitch_mm, gender, key, hasLatch, ways } = socket
  const opposite = gender === null ? null : gender === 'socket' ? 'plug' : 'socket'
  return { kind: 'plug', family, pitch_mm, gender: opposite, key, hasLatch, ways: ways.length, mates: null }
}

/** A new cable of a kind, with nothing joined. */
export function cableOf(
  { name, ends, cores, od_mm, flexClass, shielded, premade }: CableKind,
  rest: Partial<Cable> = {},
): Cable {
  const end = (family: ConnectorFamilyId | null): CableEnd => (family ? plugOf(family, cores.length) : BARE_END)
  const own = { name, od_mm, premade, flexClass, shielded }
  return newCable({ ...own, cores: [...cores], ends: { a: end(ends[0]), b: end(ends[1]) }, ...rest })
}

/** "cable:c4": an id and a name that no cable has yet. */
export function freeCable(plan: Plan, nth = 0): { readonly id: CableId; readonly label: string } {
  for (let n = 1, free = 0; ; n += 1) {
    const id = `cable:c${n}` as CableId
    if (Object.hasOwn(plan.cables, id)) continue
    if (free === nth) return { id, label: `C${n}` }
    free += 1
  }
}

const coresOf = (plan: Plan, cable: CableId): readonly (readonly [WireId, Wire])[] =>
  (Object.entries(plan.wires) as [WireId, Wire][]).filter(([, wire]) => wire.cable === cable)

/** A core of a cable as a wire between two ends. */
function coreWire(plan: Plan, id: CableId, cable: Cable, i: number, label: string, from: WireEnd, to: WireEnd): Wire {
  const core = cable.cores[i]
  const virtual: Plan = { ...plan, cables: { ...plan.cables, [id]: cable } }
  const fn = functionBetween(plan, landingOf(virtual, from), landingOf(virtual, to))
  return newWire(from, to, fn, label, {
    size: core?.size ?? null,
    colour: core?.colour ?? null,
    cable: id,
    core: core?.id ?? String(i + 1),
    length_mm: cable.length_mm,
    jacket: 'jacketed',
    flexClass: cable.flexClass,
  })
}

/**
 * A cable with a wire for each of its cores. A plug's core lies in the way of its own number; a bare end goes to the terminals
 * given, in order, and stays loose where there is none.
 */
export function layCable(
  plan: Plan,
  id: CableId,
  cable: Cable,
  bare: Readonly<Partial<Record<EndName, readonly (Port | null)[]>>> = {},
): readonly Command[] {
  const first = highestWireNumber(plan)
  const endOf = (end: EndName, i: number): WireEnd => {
    if (cable.ends[end].kind === 'plug') return { kind: 'plug', cable: id, end, way: i + 1 }
    const port = bare[end]?.[i]
    return port ? { kind: 'terminal', ...port } : loose(`end ${end} of ${cable.name}`.slice(0, 120))
  }
  const count = cable.cores.length
  return [
    { type: 'addCable', id, cable },
    ...Array.from({ length: count }, (_, i): Command => {
      const label = `W${first + 1 + i}`
      const wire = coreWire(plan, id, cable, i, label, endOf('a', i), endOf('b', i))
      return { type: 'connect', id: `wire:w${first + 1 + i}` as WireId, wire }
    }),
  ]
}

/** Its cores as wires, where it was only listed until now. */
function coresLaid(plan: Plan, id: CableId, cable: Cable): readonly Command[] {
  return coresOf(plan, id).length > 0 ? [] : layCable(plan, id, cable).slice(1)
}

/** Plugs an end of a cable into a connector, its cores with it: one action. What each core does then follows from where it goes. */
export function plugIn(plan: Plan, id: CableId, end: EndName, place: PlugPlace): readonly Command[] {
  const cable = plan.cables[id]!
  const ends = {
    ...cable.ends,
    [end]: { ...cable.ends[end], mates: { device: place.device, connector: place.connector, seated: 'right' } },
  }
  const mated: Cable = { ...cable, ends, aside: null }
  const after: Plan = { ...plan, cables: { ...plan.cables, [id]: mated } }
  const fresh = coresLaid(after, id, mated)
  const told = coresOf(plan, id).flatMap(([wire, { from, to, function: fn }]): Command[] => {
    const next = functionBetween(after, landingOf(after, from), landingOf(after, to))
    return next === fn ? [] : [{ type: 'updateWire', id: wire, changes: { function: next } }]
  })
  return [{ type: 'updateCable', id, changes: { ends, aside: null } }, ...fresh, ...told]
}

/** Pulls a plug: its cores end in the plug, which hangs loose. */
export function pullOut(plan: Plan, id: CableId, end: EndName): readonly Command[] {
  const { ends } = plan.cables[id]!
  return [{ type: 'updateCable', id, changes: { ends: { ...ends, [end]: { ...ends[end], mates: null } } } }]
}

/** Joins the cores of a bare end to terminals, in their order; a null leaves its core as it is. */
export function joinBareEnd(
  plan: Plan,
  id: CableId,
  end: EndName,
  ports: readonly (Port | null)[],
): readonly Command[] {
  const cable = plan.cables[id]!
  const made = coresOf(plan, id).length === 0 ? layCable(plan, id, cable, { [end]: ports }).slice(1) : []
  if (made.length > 0) return made
  const side = end === 'a' ? 'from' : 'to'
  const inOrder = [...coresOf(plan, id)].sort(([, a], [, b]) => orderOf(cable, a) - orderOf(cable, b))
  return inOrder.flatMap(([wire, own], i): Command[] => {
    const port = ports[i]
    if (!port) return []
    const far = landingOf(plan, own[side === 'from' ? 'to' : 'from'])
    const fn = functionBetween(plan, port, far)
    return [
      { type: 'moveEnd', wire, side, end: { kind: 'terminal', ...port } },
      ...(fn === own.function ? [] : [{ type: 'updateWire', id: wire, changes: { function: fn } } as const]),
    ]
  })
}

const orderOf = ({ cores }: Cable, { core }: Wire): number => {
  const at = cores.findIndex(({ id }) => id === core)
  return at === -1 ? cores.length : at
}

/**
 * Wires that are there as the cores of one cable. Where all of them end in one connector that end becomes a plug of its kind,
 * each core in the way that it has now; elsewhere the end is bare.
 */
export function bindWires(plan: Plan, wires: readonly WireId[], name: string): readonly Command[] {
  const { id } = freeCable(plan)
  const first = plan.wires[wires[0]!]
  if (!first) return []
  const devicesOf = (wire: WireId) =>
    [plan.wires[wire]!.to, plan.wires[wire]!.from].flatMap((end) => (end.kind === 'terminal' ? [end.device] : []))
  // What all of them go to is at the second end.
  const far = devicesOf(wires[0]!).find((device) => wires.every((wire) => devicesOf(wire).includes(device)))
  const seen = wires.map((wire) => {
    const own = plan.wires[wire]!
    const isTurned = far !== undefined && !(own.to.kind === 'terminal' && own.to.device === far)
    return {
      wire,
      own,
      a: isTurned ? ('to' as const) : ('from' as const),
      b: isTurned ? ('from' as const) : ('to' as const),
    }
  })
  const plugAt = (pick: 'a' | 'b') => {
    const ends = seen.map((each) => each.own[each[pick]])
    const [start] = ends
    if (start?.kind !== 'terminal') return null
    const connector = plan.parts[plan.devices[start.device]!.part]!.connectors.find(({ ways }) =>
      ways.includes(start.terminal),
    )
    if (!connector) return null
    const ways = ends.map((end) =>
      end.kind === 'terminal' && end.device === start.device ? connector.ways.indexOf(end.terminal) + 1 : 0,
    )
    if (ways.some((way) => way === 0)) return null
    return { place: { device: start.device, connector: connector.id }, ways }
  }
  const plugs = { a: plugAt('a'), b: plugAt('b') }
  const endFor = (end: EndName): CableEnd => {
    const plug = plugs[end]
    return plug ? { ...plugFor(plan, plug.place)!, mates: { ...plug.place, seated: 'right' } } : BARE_END
  }
  const cable = newCable({
    name,
    od_mm: null,
    premade: false,
    length_mm: first.length_mm,
    flexClass: first.flexClass,
    cores: seen.map(({ own }, i) => ({ id: String(i + 1), colour: own.colour, size: own.size, rated_V: null })),
    ends: { a: endFor('a'), b: endFor('b') },
  })
  return [
    { type: 'addCable', id, cable },
    ...seen.flatMap(({ wire, own, a, b }, i): Command[] => [
      { type: 'updateWire', id: wire, changes: { cable: id, core: String(i + 1), jacket: 'jacketed' } },
      ...(['a', 'b'] as const).flatMap((end): Command[] => {
        const plug = plugs[end]
        const side = end === 'a' ? a : b
        return plug && own[side].kind === 'terminal'
          ? [{ type: 'moveEnd', wire, side, end: { kind: 'plug', cable: id, end, way: plug.ways[i]! } }]
          : []
      }),
    ]),
  ]
}
