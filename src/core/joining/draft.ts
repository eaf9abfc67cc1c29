import { cataloguePart, newDevice, nextTag } from '@/core/catalogue'
import { reach, type Hop, type Steps } from '@/core/model'
import {
  highestWireNumber,
  landingOf,
  type Command,
  type Device,
  type DeviceId,
  type Part,
  type PartId,
  type Plan,
  type Terminal,
  type TerminalId,
  type Wire,
  type WireFunction,
  type WireId,
  newWire,
} from '@/core/plan'

/** A terminal of a device. */
export interface Port {
  readonly device: DeviceId
  readonly terminal: TerminalId
}

/** One wire that is proposed. */
export interface ProposedJoint {
  readonly wire: WireId
  readonly label: string
  readonly from: Port
  readonly to: Port
  readonly function: WireFunction
  readonly why: string
}

/** What is taken or left together: one undoable step. */
export interface ProposedGroup {
  readonly id: string
  readonly title: string
  readonly reason: string
  readonly joints: readonly ProposedJoint[]
  /** "XL, Rail distribution terminal, 6 ways": what it adds to the plan. */
  readonly added: readonly string[]
  /** What it says besides: ratings fitted, what commands what. */
  readonly also: readonly string[]
  readonly commands: readonly Command[]
}

export const samePort = (a: Port, b: Port) => a.device === b.device && a.terminal === b.terminal
const keyOf = ({ device, terminal }: Port) => `${device}|${terminal}`

interface OpenGroup {
  readonly id: string
  readonly title: string
  readonly reason: string
  readonly joints: ProposedJoint[]
  readonly added: string[]
  readonly also: string[]
  readonly commands: Command[]
}

/** Along a wire, to a terminal of the metal at its other end. */
interface DraftHop extends Hop {
  /** That proposed it; null of the plan's own. */
  readonly group: OpenGroup | null
}

/** A plan while wires are proposed for it: what is joined, what is free, and what each group would add. */
export class Draft {
  plan: Plan
  readonly groups: OpenGroup[] = []
  /** What could not be joined, and why. */
  readonly left: string[] = []
  private readonly at = new Map<string, number>()
  private readonly beside = new Map<string, { readonly to: Port; readonly group: OpenGroup | null }[]>()
  private readonly numbers = new Map<string, number>()
  private readonly numbered: Port[] = []
  /** Each terminal by itself, by the wires at it: a draft grows, and a plan's own joints are worked out for what is settled. */
  readonly steps: Steps<DraftHop> = {
    exclusive: new Set(),
    at: (number) =>
      (this.beside.get(keyOf(this.numbered[number]!)) ?? []).flatMap(({ to, group }) =>
        this.joined(to).map((port) => ({ to: this.numberOf(port), passage: null, group })),
      ),
  }
  /** What the proposal brings along. */
  private readonly isAdded = new Set<DeviceId>()
  private readonly bars = new Map<PartId, ReadonlyMap<TerminalId, readonly TerminalId[]>>()

  constructor(
    plan: Plan,
    /** Null: all of them. */
    private readonly chosen: ReadonlySet<DeviceId> | null,
  ) {
    this.plan = plan
    for (const wire of Object.values(plan.wires)) {
      const [a, b] = [landingOf(plan, wire!.from), landingOf(plan, wire!.to)]
      if (a) this.count(a)
      if (b) this.count(b)
      if (a && b) this.link(a, b)
    }
  }

  /** Goes on in a group of its own; one that stays empty is dropped. */
  begin(id: string, title: string, reason: string): void {
    this.groups.push({ id, title, reason, joints: [], added: [], also: [], commands: [] })
  }

  private get group(): OpenGroup {
    return this.groups[this.groups.length - 1]!
  }

  /** Devices that stay, in the order of their tags. */
  get devices(): readonly { readonly id: DeviceId; readonly device: Device; readonly part: Part }[] {
    return (Object.keys(this.plan.devices) as DeviceId[])
      .map((id) => ({ id, device: this.plan.devices[id]!, part: this.part(id) }))
      .filter(({ device }) => device.origin !== 'remove')
      .sort((a, b) => a.device.tag.localeCompare(b.device.tag, 'en', { numeric: true }))
  }

  /** Whether a person wants this one joined; what the proposal adds itself is there to be joined. */
  isWanted(id: DeviceId): boolean {
    return this.chosen === null || this.chosen.has(id) || this.isAdded.has(id)
  }

  part(id: DeviceId): Part {
    return this.plan.parts[this.plan.devices[id]!.part]!
  }

  terminal({ device, terminal }: Port): Terminal {
    return this.part(device).terminals[terminal]!
  }

  tag(id: DeviceId): string {
    return this.plan.devices[id]!.tag
  }

  name(port: Port): string {
    const { block, label } = this.terminal(port)
    return `${this.tag(port.device)} ${block ? `${block} ` : ''}${label}`
  }

  ports(device: DeviceId): readonly Port[] {
    return (Object.keys(this.part(device).terminals) as TerminalId[]).map((terminal) => ({ device, terminal }))
  }

  /** The terminals that are one piece of metal with this one, itself first. */
  joined({ device, terminal }: Port): readonly Port[] {
    const { part: partId } = this.plan.devices[device]!
    let bars = this.bars.get(partId)
    if (!bars) this.bars.set(partId, (bars = barsOf(this.part(device))))
    const others = (bars.get(terminal) ?? []).filter((other) => other !== terminal)
    return [terminal, ...others].map((each) => ({ device, terminal: each }))
  }

  /** Wires at that terminal itself. */
  wiresAt(port: Port): number {
    return this.at.get(keyOf(port)) ?? 0
  }

  /** Whether anything is wired to that piece of metal. */
  isWired(port: Port): boolean {
    return this.joined(port).some((each) => this.wiresAt(each) > 0)
  }

  /** Nothing of the device is wired yet. */
  isBare(device: DeviceId): boolean {
    return this.ports(device).every((port) => this.wiresAt(port) === 0)
  }

  /**
   * All terminals that wires and metal join to one, nearest first; `within` a group, so that each can be taken without the
   * others, by the plan's own wires and that group's alone.
   */
  net(start: Port, within: OpenGroup | null = null): readonly Port[] {
    const reached = reach<true, DraftHop>(this, {
      from: this.joined(start).map((port) => [this.numberOf(port), true] as const),
      carry: (_, { group }) => (!within || group === null || group === within ? true : null),
    })
    return [...reached.keys()].map((number) => this.numbered[number]!)
  }

  private numberOf(port: Port): number {
    const key = keyOf(port)
    let own = this.numbers.get(key)
    if (own === undefined) {
      this.numbers.set(key, (own = this.numbered.length))
      this.numbered.push(port)
    }
    return own
  }

  isJoined(a: Port, b: Port): boolean {
    return this.net(a).some((port) => samePort(port, b))
  }

  /** How many more wires a piece of metal takes. */
  room(port: Port): number {
    return this.joined(port).reduce((sum, each) => sum + this.roomAt(each), 0)
  }

  private roomAt(port: Port): number {
    const { conductors, clamp, need } = this.terminal(port)
    // A moulded pin inside an inlet is its maker's, and what is kept for later is kept; a thing's own moulded lead is joined.
    return (clamp === 'moulded' && need === 'optional') || need === 'later'
      ? 0
      : Math.max(0, conductors.count - this.wiresAt(port))
  }

  /** A terminal of that piece of metal that takes a wire: an empty one first, and none that is kept for something else. */
  free(port: Port): Port | null {
    const open = this.joined(port).filter((each) => this.roomFor(each, port) > 0)
    return open.find((each) => this.wiresAt(each) === 0) ?? open[0] ?? null
  }

  /** The nearest terminal with room on all that is joined to that one. */
  freeOnNet(port: Port): Port | null {
    return this.net(port, this.group).find((each) => this.roomFor(each, port) > 0) ?? null
  }

  /** How many more wires all that is joined to a terminal takes. */
  roomOnNet(port: Port): number {
    return this.net(port, this.group).reduce((sum, each) => sum + this.roomFor(each, port), 0)
  }

  /** Room at a terminal for something that was meant for another on its net. */
  private roomFor(port: Port, meant: Port): number {
    return samePort(port, meant) || !this.isKept(port) ? this.roomAt(port) : 0
  }

  /** The ground beside a signal is that signal's, and a feed's own terminal is its feed's. */
  private isKept(port: Port): boolean {
    const { block, level_V, direction, function: fn } = this.terminal(port)
    if ((fn === 'V+' || fn === 'V-') && direction === 'in') return true
    if (block === null || level_V !== 0) return false
    return this.ports(port.device).some((other) => {
      const beside = this.terminal(other)
      return beside.block === block && (beside.level_V ?? 0) > 0
    })
  }

  /** Proposes a wire; false where an end has no room. */
  join(from: Port | null, to: Port | null, fn: WireFunction, why: string, rest: Partial<Wire> = {}): boolean {
    const start = from && this.freeOnNet(from)
    const end = to && this.free(to)
    if (!start || !end) {
      const [given, other] = [from && this.name(from), to && this.name(to)]
      this.left.push(
        `${given ?? 'nothing'} to ${other ?? 'nothing'}: ${start ? `no room for a wire at ${other ?? 'its other end'}` : `no room for a wire at ${given ?? 'its source'}`}`,
      )
      return false
    }
    if (this.isJoined(start, end)) return true
    const { wire, label } = this.freeWire()
    const joint: ProposedJoint = { wire, label, from: start, to: end, function: fn, why }
    const made = newWire({ kind: 'terminal', ...start }, { kind: 'terminal', ...end }, fn, label, rest)
    this.group.joints.push(joint)
    this.run({ type: 'connect', id: wire, wire: made })
    this.plan = { ...this.plan, wires: { ...this.plan.wires, [wire]: made } }
    this.count(start)
    this.count(end)
    this.link(start, end)
    return true
  }

  /** Adds a part of the catalogue to the group. */
  add(key: string, name?: string): DeviceId {
    const { id: partId, part } = cataloguePart(`part:${key}`)
    const own = this.plan.parts[partId] ?? part
    const tag = nextTag(this.plan, own.behaviour.kind)
    let id = `device:${tag.toLowerCase()}` as DeviceId
    for (let n = 2; Object.hasOwn(this.plan.devices, id); n += 1) id = `device:${tag.toLowerCase()}-${n}` as DeviceId
    const device = newDevice(partId, tag, name ?? own.name.slice(0, 80), {
      place: { kind: 'unplaced', enclosure: null },
    })
    this.isAdded.add(id)
    this.run({ type: 'addDevice', id, device, part: { id: partId, part: own } })
    this.plan = {
      ...this.plan,
      devices: { ...this.plan.devices, [id]: device },
      parts: { ...this.plan.parts, [partId]: own },
    }
    this.group.added.push(`${tag}, ${device.name}`)
    return id
  }

  /** An edit besides wires, with the words for it. */
  say(words: string, command: Command): void {
    this.group.also.push(words)
    this.run(command)
    if (command.type === 'updateDevice') {
      const device = { ...this.plan.devices[command.id]!, ...command.changes } as Device
      this.plan = { ...this.plan, devices: { ...this.plan.devices, [command.id]: device } }
    }
  }

  private run(command: Command): void {
    this.group.commands.push(command)
  }

  private count(port: Port): void {
    this.at.set(keyOf(port), this.wiresAt(port) + 1)
  }

  private link(a: Port, b: Port): void {
    for (const [one, other] of [
      [a, b],
      [b, a],
    ] as const) {
      const edge = { to: other, group: this.groups.at(-1) ?? null }
      const own = this.beside.get(keyOf(one))
      if (own) own.push(edge)
      else this.beside.set(keyOf(one), [edge])
    }
  }

  private highest = 0

  private freeWire(): { readonly wire: WireId; readonly label: string } {
    if (this.highest === 0) this.highest = highestWireNumber(this.plan)
    for (;;) {
      this.highest += 1
      const wire = `wire:w${this.highest}` as WireId
      if (!Object.hasOwn(this.plan.wires, wire)) return { wire, label: `W${this.highest}` }
    }
  }
}

function barsOf({ links }: Part): ReadonlyMap<TerminalId, readonly TerminalId[]> {
  const sets: Set<TerminalId>[] = []
  for (const link of links) {
    if (link.kind !== 'bar') continue
    const touching = sets.filter((set) => link.terminals.some((terminal) => set.has(terminal)))
    const merged = new Set([...touching.flatMap((set) => [...set]), ...link.terminals])
    for (const set of touching) sets.splice(sets.indexOf(set), 1)
    sets.push(merged)
  }
  return new Map(sets.flatMap((set) => [...set].map((terminal) => [terminal, [...set]] as const)))
}
