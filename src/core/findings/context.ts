import type { Device, DeviceId, Part, Plan, Terminal, TerminalId, Wire, WireId } from '@/core/plan'
import { buildTopology, splitKey, terminalKey, type Passage, type Potential, type Reckoning, type TerminalKey, type Topology, type WireReckoning } from '@/core/reckoning'

export interface WireAt {
  readonly id: WireId
  readonly wire: Wire
  readonly side: 'from' | 'to'
}

/** A plan, its reckoning, and the questions that many rules ask of them. */
export class Context {
  readonly topology: Topology
  /** Devices that stay: what is to be removed is not judged. */
  readonly devices: readonly { readonly id: DeviceId; readonly device: Device; readonly part: Part }[]
  readonly wires: readonly { readonly id: WireId; readonly wire: Wire; readonly reckoned: WireReckoning }[]
  private readonly atTerminal = new Map<TerminalKey, WireAt[]>()

  constructor(
    readonly plan: Plan,
    readonly reckoning: Reckoning,
    topology: Topology = buildTopology(plan),
  ) {
    this.topology = topology
    this.devices = topology.devices.filter(({ device }) => device.origin !== 'remove')
    this.wires = topology.conductors.flatMap(({ id, wire }) => (wire.origin === 'remove' ? [] : [{ id, wire, reckoned: reckoning.wires[id]! }]))
    for (const [id, wire] of Object.entries(plan.wires)) {
      for (const side of ['from', 'to'] as const) {
        const end = wire![side]
        if (end.kind !== 'terminal') continue
        const key = terminalKey(end.device, end.terminal)
        const list = this.atTerminal.get(key)
        if (list) list.push({ id: id as WireId, wire: wire!, side })
        else this.atTerminal.set(key, [{ id: id as WireId, wire: wire!, side }])
      }
    }
  }

  wiresAt(device: DeviceId, terminal: TerminalId): readonly WireAt[] {
    return this.atTerminal.get(terminalKey(device, terminal)) ?? []
  }

  potentials(key: TerminalKey): readonly Potential[] {
    return this.topology.netById.get(this.topology.netOf(key))?.potentials ?? []
  }

  device(id: DeviceId): Device {
    return this.plan.devices[id]!
  }

  part(id: DeviceId): Part {
    return this.plan.parts[this.plan.devices[id]!.part]!
  }

  terminal(device: DeviceId, terminal: TerminalId): Terminal {
    return this.part(device).terminals[terminal]!
  }

  /** "PS1 terminal +V". */
  terminalName(device: DeviceId, terminal: TerminalId): string {
    const { block, label } = this.terminal(device, terminal)
    return `${this.device(device).tag} terminal ${block ? `${block} ` : ''}${label}`
  }

  keyName(key: TerminalKey): string {
    const { device, terminal } = splitKey(key)
    return this.terminalName(device, terminal)
  }

  /** "W12 (PS1 +V to F2 + in)". */
  wireName(id: WireId): string {
    const wire = this.plan.wires[id]!
    const end = (side: Wire['from']) => (side.kind === 'parked' ? 'parked' : `${this.device(side.device).tag} ${this.terminal(side.device, side.terminal).label}`)
    return `${wire.label || id} (${end(wire.from)} to ${end(wire.to)})`
  }

  /** For every joint reached from a terminal, the fuses, contacts and transistors on the shortest way to it. */
  waysFrom(start: TerminalKey): ReadonlyMap<string, readonly Passage[]> {
    const { topology } = this
    const edges = new Map<string, { readonly to: string; readonly passage: Passage | null }[]>()
    const join = (a: TerminalKey, b: TerminalKey, passage: Passage | null) => {
      for (const [from, to] of [[topology.jointOf(a), topology.jointOf(b)], [topology.jointOf(b), topology.jointOf(a)]] as const) {
        const list = edges.get(from)
        if (list) list.push({ to, passage })
        else edges.set(from, [{ to, passage }])
      }
    }
    for (const { from, to, wire } of topology.conductors) if (wire.function !== 'PE') join(from, to, null)
    for (const passage of topology.passages) join(passage.a, passage.b, passage)
    const ways = new Map<string, readonly Passage[]>([[topology.jointOf(start), []]])
    const queue = [topology.jointOf(start)]
    for (let i = 0; i < queue.length; i += 1) {
      const here = ways.get(queue[i]!)!
      for (const { to, passage } of edges.get(queue[i]!) ?? []) {
        if (ways.has(to)) continue
        ways.set(to, passage ? [...here, passage] : here)
        queue.push(to)
      }
    }
    return ways
  }

  /** An id that no wire has yet. */
  freeWire(): { readonly id: WireId; readonly label: string } {
    const labels = new Set(Object.values(this.plan.wires).map((wire) => wire!.label))
    for (let n = 1; ; n += 1) {
      const id = `wire:w${n}` as WireId
      if (!Object.hasOwn(this.plan.wires, id) && !labels.has(`W${n}`)) return { id, label: `W${n}` }
    }
  }
}
