import {
  joiningView,
  laidView,
  landed,
  landingOf,
  matingsOf,
  type Device,
  type DeviceId,
  type Part,
  type Plan,
  type StateId,
  type Terminal,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'
import { feedWays, type FeedWay } from '@/core/behaviour'
import {
  reckon,
  routesOf,
  settlePlan,
  spaceFigures,
  stateSolutions,
  type Reckoning,
  type Routes,
  type SpaceFigures,
  type WireReckoning,
} from '@/core/figures'
import {
  compile,
  splitKey,
  terminalKey,
  type Potential,
  type TerminalKey,
  type Model,
  type Solution,
} from '@/core/model'

export interface WireAt {
  readonly id: WireId
  readonly wire: Wire
  readonly side: 'from' | 'to'
}

/** What wires join, and the terminals on it in the order of their names. */
export interface JoinedNet {
  readonly wires: Model['nets'][number]['wires']
  readonly ends: readonly { readonly device: DeviceId; readonly terminal: TerminalId }[]
}

/** A plan as it is joined, and the questions that many rules ask of that alone: no load, size, place or state is in it. */
export class JoinedContext {
  /** As it is joined: what a plug brings stands at its terminal. */
  readonly plan: Plan
  /** Of the circuit alone: its records know no place, colour or note. */
  readonly model: Model
  /** Devices that stay: what is to be removed is not judged. */
  readonly devices: readonly { readonly id: DeviceId; readonly device: Device; readonly part: Part }[]
  private kept: readonly { readonly id: WireId; readonly wire: Wire }[] | null = null
  private atTerminal: Map<TerminalKey, WireAt[]> | null = null
  private nets: readonly JoinedNet[] | null = null
  private inSockets: ReadonlySet<TerminalKey> | null = null

  constructor(
    view: Plan,
    model: Model = compile(view),
    private readonly joined: JoinedContext | null = null,
  ) {
    const plan = landed(view)
    this.plan = plan
    this.model = model
    this.devices = model.devices.flatMap(({ id, part }) => {
      const device = plan.devices[id]!
      return device.origin === 'remove' ? [] : [{ id, device, part }]
    })
  }

  /** Wires that stay. */
  get wires(): readonly { readonly id: WireId; readonly wire: Wire }[] {
    return (this.kept ??= this.model.conductors.flatMap(({ id }) => {
      const wire = this.plan.wires[id]!
      return wire.origin === 'remove' ? [] : [{ id, wire }]
    }))
  }

  /** The same plan with nothing but how it is joined. */
  get joints(): JoinedContext {
    return this.joined ?? this
  }

  /** The ways from every source to what it feeds. */
  get ways(): readonly FeedWay[] {
    return feedWays(this.plan, this.model)
  }

  wiresAt(device: DeviceId, terminal: TerminalId): readonly WireAt[] {
    this.atTerminal ??= wiresByTerminal(this.plan)
    return this.atTerminal.get(terminalKey(device, terminal)) ?? []
  }

  /** Whether somebody said that a terminal, or the connector it is a way of, stays open: on purpose, or until something comes. */
  isLeftOpen(device: DeviceId, terminal: TerminalId): boolean {
    const { leftOpen } = this.device(device)
    if (leftOpen.length === 0) return false
    const connector = this.part(device).connectors.find(({ ways }) => ways.includes(terminal))
    return leftOpen.some(({ at }) => at === terminal || (connector && at === `connector:${connector.id}`))
  }

  /** Whether a terminal is joined to something of another device: by a wire, or through a socket's pin. */
  isJoined(device: DeviceId, terminal: TerminalId): boolean {
    return this.wiresAt(device, terminal).length > 0 || this.mated.has(terminalKey(device, terminal))
  }

  /** Whether a terminal is joined to nothing, and nobody said that it needs nothing. */
  isOpen(device: DeviceId, terminal: TerminalId): boolean {
    return !this.isJoined(device, terminal) && !this.isLeftOpen(device, terminal)
  }

  /** Terminals that meet another part's in a socket. */
  private get mated(): ReadonlySet<TerminalKey> {
    this.inSockets ??= new Set(
      matingsOf(this.plan).flatMap(({ host, hostTerminal, module, moduleTerminal }) => [
        terminalKey(host, hostTerminal),
        terminalKey(module, moduleTerminal),
      ]),
    )
    return this.inSockets
  }

  /** The nets that have a wire. */
  get joinedNets(): readonly JoinedNet[] {
    this.nets ??= this.model.nets.flatMap(({ wires, terminals }) =>
      wires.length === 0 ? [] : [{ wires, ends: [...terminals].sort().map(splitKey) }],
    )
    return this.nets
  }

  potentials(key: TerminalKey): readonly Potential[] {
    return this.model.netById.get(this.model.netOf(key))?.potentials ?? []
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

  /** "+", or "H0 +" where another block of the part has the same label. */
  private shortLabel(device: DeviceId, terminal: TerminalId): string {
    const { block, label } = this.terminal(device, terminal)
    if (block === null) return label
    const isDouble = doubleLabels(this.part(device)).has(label)
    return isDouble ? `${block} ${label}` : label
  }

  /** "W12 (PS1 +V to F2 + in)". */
  wireName(id: WireId): string {
    const wire = this.plan.wires[id]!
    const end = (side: Wire['from']) => {
      const at = landingOf(this.plan, side)
      if (at) return `${this.device(at.device).tag} ${this.shortLabel(at.device, at.terminal)}`
      return side.kind === 'plug' ? `way ${side.way} of a loose plug` : 'parked'
    }
    return `${wire.label || id} (${end(wire.from)} to ${end(wire.to)})`
  }

  /** An id that no wire has yet; the `nth` of those for several that are offered together. */
  freeWire(nth = 0): { readonly id: WireId; readonly label: string } {
    const labels = new Set(Object.values(this.plan.wires).map((wire) => wire!.label))
    for (let n = 1, free = 0; ; n += 1) {
      const id = `wire:w${n}` as WireId
      if (Object.hasOwn(this.plan.wires, id) || labels.has(`W${n}`)) continue
      free += 1
      if (free > nth) return { id, label: `W${n}` }
    }
  }
}

const knownJoined = new WeakMap<Plan, JoinedContext>()

/** Of a plan as it is joined: the same as long as nothing of that changed. */
export function joinedOf(plan: Plan): JoinedContext {
  const view = joiningView(plan)
  let found = knownJoined.get(view)
  if (!found) knownJoined.set(view, (found = new JoinedContext(view)))
  return found
}

/** A plan as it is joined and laid: where its things and leads lie, and no figure of the circuit. */
export class LaidContext extends JoinedContext {
  constructor(
    view: Plan,
    /** Every lead along its way. */
    readonly routes: Routes,
    joined: JoinedContext,
  ) {
    super(view, joined.model, joined)
  }

  /** What is where on faces and in boxes. */
  get reckoning(): SpaceFigures {
    return spaceFigures(this.plan)
  }
}

const knownLaid = new WeakMap<Plan, WeakMap<Routes, LaidContext>>()

/** Of a plan as it is laid: the same as long as nothing of that, nor the way of a lead, changed. */
export function laidOf(plan: Plan): LaidContext {
  const [view, routes] = [laidView(plan), routesOf(plan)]
  let own = knownLaid.get(view)
  if (!own) knownLaid.set(view, (own = new WeakMap()))
  let found = own.get(routes)
  if (!found) own.set(routes, (found = new LaidContext(view, routes, joinedOf(plan))))
  return found
}

const knownOf = new WeakMap<JoinedContext, Map<unknown, unknown>>()

/** What follows from how a plan is joined alone, worked out once for that. */
export function ofJoints<T>(context: JoinedContext, ask: (joined: JoinedContext) => T): T {
  const { joints } = context
  let own = knownOf.get(joints)
  if (!own) knownOf.set(joints, (own = new Map()))
  if (!own.has(ask)) own.set(ask, ask(joints))
  return own.get(ask) as T
}

/** A plan, its reckoning, and the questions that many rules ask of them. */
export class Context extends JoinedContext {
  readonly reckoning: Reckoning
  private byDraw: ReadonlyMap<string, Reckoning['draws'][number]> | null = null
  private reckoned: readonly { readonly id: WireId; readonly wire: Wire; readonly reckoned: WireReckoning }[] | null =
    null

  /** @param whole the plan that `view` is a view of: what was reckoned for it is the same */
  constructor(
    view: Plan,
    private readonly whole: Plan = view,
  ) {
    super(view, settlePlan(whole).model)
    this.reckoning = reckon(whole)
  }

  override get wires() {
    const { wires } = this.reckoning
    return (this.reckoned ??= super.wires.map((each) => ({ ...each, reckoned: wires[each.id]! })))
  }

  override get joints(): JoinedContext {
    return joinedOf(this.whole)
  }

  /** What one draw of a device gets. */
  draw(device: DeviceId, draw: string): Reckoning['draws'][number] | undefined {
    this.byDraw ??= new Map(this.reckoning.draws.map((each) => [`${each.device} ${each.draw}`, each]))
    return this.byDraw.get(`${device} ${draw}`)
  }

  /** What each state settles at. */
  get solutions(): ReadonlyMap<StateId, Solution> {
    return stateSolutions(this.whole)
  }

  /** Every lead along its way. */
  get routes(): Routes {
    return routesOf(this.whole)
  }
}

const doubles = new WeakMap<Part, ReadonlySet<string>>()

/** Labels that terminals of different blocks of a part share. */
function doubleLabels(part: Part): ReadonlySet<string> {
  let found = doubles.get(part)
  if (!found) {
    const blocks = new Map<string, Set<string | null>>()
    for (const { label, block } of Object.values(part.terminals))
      blocks.set(label, (blocks.get(label) ?? new Set()).add(block))
    found = new Set([...blocks].flatMap(([label, own]) => (own.size > 1 ? [label] : [])))
    doubles.set(part, found)
  }
  return found
}

function wiresByTerminal(plan: Plan): Map<TerminalKey, WireAt[]> {
  const found = new Map<TerminalKey, WireAt[]>()
  for (const [id, wire] of Object.entries(plan.wires)) {
    for (const side of ['from', 'to'] as const) {
      const end = landingOf(plan, wire![side])
      if (!end) continue
      const key = terminalKey(end.device, end.terminal)
      const list = found.get(key)
      if (list) list.push({ id: id as WireId, wire: wire!, side })
      else found.set(key, [{ id: id as WireId, wire: wire!, side }])
    }
  }
  return found
}
