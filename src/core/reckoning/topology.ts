import {
  landingOf,
  type DeviceId,
  type Link,
  type Part,
  type Plan,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'
import type { Net, Potential, TerminalKey } from './types'

/** Keys are asked for thousands of times an evaluation: each is made once, so that maps find it without hashing it anew. */
const keysByDevice = new Map<string, Map<string, TerminalKey>>()
const endsByKey = new Map<TerminalKey, { readonly device: DeviceId; readonly terminal: TerminalId }>()
const KEYS_KEPT = 100_000

export function terminalKey(device: DeviceId, terminal: TerminalId): TerminalKey {
  let own = keysByDevice.get(device)
  if (!own) keysByDevice.set(device, (own = new Map()))
  let key = own.get(terminal)
  if (key === undefined) {
    if (endsByKey.size >= KEYS_KEPT) {
      keysByDevice.clear()
      endsByKey.clear()
      keysByDevice.set(device, (own = new Map()))
    }
    key = `${device}|${terminal}` as TerminalKey
    own.set(terminal, key)
    endsByKey.set(key, { device, terminal })
  }
  return key
}

export function splitKey(key: TerminalKey): { readonly device: DeviceId; readonly terminal: TerminalId } {
  const known = endsByKey.get(key)
  if (known) return known
  const at = key.indexOf('|')
  return { device: key.slice(0, at) as DeviceId, terminal: key.slice(at + 1) as TerminalId }
}

/** Groups of strings joined pairwise. */
export class Groups {
  private readonly parent = new Map<string, string>()

  find(key: string): string {
    const up = this.parent.get(key)
    if (up === undefined) {
      this.parent.set(key, key)
      return key
    }
    if (up === key) return key
    const root = this.find(up)
    this.parent.set(key, root)
    return root
  }

  join(a: string, b: string): void {
    const ra = this.find(a)
    const rb = this.find(b)
    if (ra !== rb) this.parent.set(ra, rb)
  }

  /** Every key with its group, found once and for all. */
  roots(): ReadonlyMap<string, string> {
    return new Map([...this.parent.keys()].map((key) => [key, this.find(key)]))
  }

  keys(): IterableIterator<string> {
    return this.parent.keys()
  }
}

/** A link inside a device that is not a bar: what a current may pass. */
export interface Passage {
  readonly device: DeviceId
  readonly link: Exclude<Link, { kind: 'bar' }>
  readonly a: TerminalKey
  readonly b: TerminalKey
  readonly jointA: number
  readonly jointB: number
}

/** A wire with both ends in terminals. */
export interface Conductor {
  readonly id: WireId
  readonly wire: Wire
  readonly from: TerminalKey
  readonly to: TerminalKey
  readonly jointFrom: number
  readonly jointTo: number
}

export interface Topology {
  readonly devices: readonly {
    readonly id: DeviceId
    readonly device: Plan['devices'][DeviceId]
    readonly part: Part
  }[]
  readonly conductors: readonly Conductor[]
  readonly passages: readonly Passage[]
  /** Terminal → joint: terminals that are one piece of metal inside a part. */
  jointOf(key: TerminalKey): string
  /** The same, counted from 0. */
  jointIndex(key: TerminalKey): number
  readonly jointCount: number
  /** Terminal → net: joints joined by wires. */
  netOf(key: TerminalKey): string
  readonly nets: readonly Net[]
  readonly netById: ReadonlyMap<string, Net>
  readonly sources: readonly { readonly potential: Potential; readonly terminal: TerminalKey }[]
}

const known = new WeakMap<Plan, Topology>()

/** Everything about a plan that does not depend on a state: joints, nets, and which source each net hangs on. A plan never changes, so it is worked out once for each. */
export function buildTopology(plan: Plan): Topology {
  let topology = known.get(plan)
  if (!topology) known.set(plan, (topology = workOut(plan)))
  return topology
}

/** A plan that differs in nothing that topology looks at need not have it worked out again. */
export function shareTopology(from: Plan, to: Plan): void {
  known.set(to, buildTopology(from))
}

function workOut(plan: Plan): Topology {
  const devices = Object.entries(plan.devices).map(([id, device]) => ({
    id: id as DeviceId,
    device: device!,
    part: plan.parts[device!.part]!,
  }))
  const joints = new Groups()
  const nets = new Groups()
  const internal: {
    readonly device: DeviceId
    readonly link: Passage['link']
    readonly a: TerminalKey
    readonly b: TerminalKey
  }[] = []
  const sources: { potential: Potential; terminal: TerminalKey }[] = []
  for (const { id, part } of devices) {
    const key = (terminal: TerminalId) => terminalKey(id, terminal)
    for (const terminal of Object.keys(part.terminals)) nets.find(key(terminal as TerminalId))
    for (const link of part.links) {
      if (link.kind !== 'bar') {
        internal.push({ device: id, link, a: key(link.a), b: key(link.b) })
        continue
      }
      for (const terminal of link.terminals.slice(1)) {
        joints.join(key(link.terminals[0]!), key(terminal))
        nets.join(key(link.terminals[0]!), key(terminal))
      }
    }
    const { behaviour } = part
    if (behaviour.kind === 'mains-inlet') {
      const incoming = (kind: 'L' | 'N' | 'PE', terminal: TerminalId) =>
        sources.push({
          potential: { kind, id: `${id}/${kind}`, device: id, output: null, voltage_V: null },
          terminal: key(terminal),
        })
      incoming('L', behaviour.line)
      incoming('N', behaviour.neutral)
      if (behaviour.earth !== null) incoming('PE', behaviour.earth)
    }
    if (behaviour.kind === 'supply' || behaviour.kind === 'converter' || behaviour.kind === 'outside-source') {
      for (const output of behaviour.outputs) {
        const common = { device: id, output: output.id, voltage_V: output.voltage_V }
        sources.push(
          { potential: { kind: '+', id: `${id}/${output.id}/+`, ...common }, terminal: key(output.plus) },
          { potential: { kind: '-', id: `${id}/${output.id}/-`, ...common }, terminal: key(output.minus) },
        )
      }
    }
  }
  const jointIndices = new Map<string, number>()
  const jointIndex = (key: TerminalKey): number => {
    const joint = joints.find(key)
    const known = jointIndices.get(joint)
    if (known !== undefined) return known
    jointIndices.set(joint, jointIndices.size)
    return jointIndices.size - 1
  }
  for (const { id, part } of devices)
    for (const terminal of Object.keys(part.terminals)) jointIndex(terminalKey(id, terminal as TerminalId))
  const passages = internal.map((passage): Passage => ({
    ...passage,
    jointA: jointIndex(passage.a),
    jointB: jointIndex(passage.b),
  }))
  const conductors: Conductor[] = []
  for (const [id, wire] of Object.entries(plan.wires)) {
    const [start, end] = [landingOf(plan, wire!.from), landingOf(plan, wire!.to)]
    if (!start || !end) continue
    const from = terminalKey(start.device, start.terminal)
    const to = terminalKey(end.device, end.terminal)
    conductors.push({ id: id as WireId, wire: wire!, from, to, jointFrom: jointIndex(from), jointTo: jointIndex(to) })
    nets.join(from, to)
  }

  const jointRoots = joints.roots()
  const netRoots = nets.roots()
  const reached = floodPotentials(nets, passages, sources)
  const members = new Map<string, { terminals: TerminalKey[]; wires: WireId[] }>()
  for (const key of nets.keys()) {
    const root = nets.find(key)
    if (!members.has(root)) members.set(root, { terminals: [], wires: [] })
    members.get(root)!.terminals.push(key as TerminalKey)
  }
  for (const conductor of conductors) members.get(nets.find(conductor.from))!.wires.push(conductor.id)
  const list: Net[] = [...members].map(([id, { terminals, wires }]) => ({
    id,
    terminals,
    wires,
    potentials: reached.get(id) ?? [],
  }))
  return {
    devices,
    conductors,
    passages,
    sources,
    jointOf: (key) => jointRoots.get(key) ?? key,
    jointIndex,
    jointCount: jointIndices.size,
    netOf: (key) => netRoots.get(key) ?? key,
    nets: list,
    netById: new Map(list.map((net) => [net.id, net])),
  }
}

/** Which sources reach each net, through every fuse, contact and transistor, whatever its position. */
function floodPotentials(
  nets: Groups,
  passages: readonly Passage[],
  sources: Topology['sources'],
): Map<string, Potential[]> {
  const neighbours = new Map<string, string[]>()
  const link = (a: string, b: string) => {
    const list = neighbours.get(a)
    if (list) list.push(b)
    else neighbours.set(a, [b])
  }
  for (const passage of passages) {
    const a = nets.find(passage.a)
    const b = nets.find(passage.b)
    link(a, b)
    link(b, a)
  }
  const reached = new Map<string, Potential[]>()
  for (const { potential, terminal } of sources) {
    const queue = [nets.find(terminal)]
    const seen = new Set(queue)
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      const list = reached.get(at)
      if (list) list.push(potential)
      else reached.set(at, [potential])
      for (const next of neighbours.get(at) ?? []) {
        if (seen.has(next)) continue
        seen.add(next)
        queue.push(next)
      }
    }
  }
  return reached
}
