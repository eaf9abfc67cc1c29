import {
  landingOf,
  matingsOf,
  wiringView,
  type Mating,
  type DeviceId,
  type Plan,
  type TerminalId,
  type WireId,
} from '@/core/plan'
import { drawPower_W } from './drawAmount'
import { JointGroups } from './jointGroups'
import { terminalKey, type TerminalKey } from './keys'
import { reachedFrom, stepsOf, type Steps } from './reach'
import { stacksOf } from './stacks'
import type { Conductor, Model, ModelDevice, ModelDraw, Mover, Net, Passage, Potential, Wiring } from './types'

const known = new WeakMap<Plan, Model>()
const knownWirings = new WeakMap<Plan, Wiring>()

/** Everything about a plan's circuit that depends on no state. A plan never changes, so it is worked out once for each. */
export function compile(plan: Plan): Model {
  let model = known.get(plan)
  if (!model) known.set(plan, (model = withAmounts(plan, wiringOf(wiringView(plan)))))
  return model
}

function devicesOf(plan: Plan): readonly ModelDevice[] {
  return Object.entries(plan.devices).map(([id, device]) => ({
    id: id as DeviceId,
    device: device!,
    part: plan.parts[device!.part]!,
  }))
}

function withAmounts(plan: Plan, wiring: Wiring): Model {
  const devices = devicesOf(plan)
  const { jointOf } = wiring
  return {
    ...wiring,
    wiring,
    plan,
    devices,
    deviceById: new Map(devices.map((entry) => [entry.id, entry])),
    conductors: conductorsOf(plan, jointOf),
    draws: drawsOf(devices, jointOf),
  }
}

function wiringOf(plan: Plan): Wiring {
  let wiring = knownWirings.get(plan)
  if (!wiring) knownWirings.set(plan, (wiring = join(plan)))
  return wiring
}

function join(plan: Plan): Wiring {
  const devices = devicesOf(plan)
  const joints = numberJoints(devices, matingsOf(plan))
  const { jointOf } = joints
  const movers = moversOf(devices, jointOf)
  const moverAt = new Map(movers.map(({ id }, i) => [id, i]))
  const passages = passagesOf(devices, jointOf, moverAt)
  const conductors = conductorsOf(plan, jointOf)
  const { sources, stacks } = stacksOf(sourceTerminals(devices), conductors, jointOf, joints.count)
  const steps = stepsOf(joints.count, conductors, passages, movers)
  return {
    steps,
    passages,
    movers,
    sources,
    stacks,
    jointOf,
    jointCount: joints.count,
    terminalOfJoint: joints.terminalOfJoint,
    ...netsOf(joints, conductors, steps, sources),
  }
}

interface Joints {
  jointOf(key: TerminalKey): number
  readonly count: number
  readonly terminalOfJoint: readonly TerminalKey[]
  readonly keys: readonly TerminalKey[]
}

/** Terminals of one bar are one joint, and so are those of a module and its host that meet in a socket. */
function numberJoints(devices: readonly ModelDevice[], matings: readonly Mating[]): Joints {
  const keys: TerminalKey[] = []
  const indices = new Map<TerminalKey, number>()
  for (const { id, part } of devices)
    for (const terminal of Object.keys(part.terminals)) {
      const key = terminalKey(id, terminal as TerminalId)
      indices.set(key, keys.length)
      keys.push(key)
    }
  const groups = new JointGroups(keys.length)
  for (const { id, part } of devices)
    for (const link of part.links)
      if (link.kind === 'bar')
        for (const terminal of link.terminals.slice(1))
          groups.join(indices.get(terminalKey(id, link.terminals[0]!))!, indices.get(terminalKey(id, terminal))!)
  for (const { host, hostTerminal, module, moduleTerminal } of matings)
    groups.join(indices.get(terminalKey(host, hostTerminal))!, indices.get(terminalKey(module, moduleTerminal))!)
  const numbers = new Map<number, number>()
  const jointByKey = new Map<TerminalKey, number>()
  const terminalOfJoint: TerminalKey[] = []
  keys.forEach((key, i) => {
    const root = groups.find(i)
    let joint = numbers.get(root)
    if (joint === undefined) {
      numbers.set(root, (joint = numbers.size))
      terminalOfJoint.push(key)
    }
    jointByKey.set(key, joint)
  })
  return { jointOf: (key) => jointByKey.get(key) ?? -1, count: numbers.size, terminalOfJoint, keys }
}

type JointOf = Joints['jointOf']

function moversOf(devices: readonly ModelDevice[], jointOf: JointOf): Mover[] {
  return devices.flatMap(({ id, device, part }) =>
    part.actuators.map((actuator): Mover => {
      const { coil } = actuator
      const own = coil && part.draws.find(({ plus, minus }) => plus === coil.plus && minus === coil.minus)
      const settings = device.settings as Readonly<Record<string, string>>
      const initial = part.settings.find((setting) => setting.id === actuator.setting)?.initial
      return {
        id: `${id}/${actuator.id}`,
        device: id,
        actuator,
        service: (actuator.setting !== null && (settings[actuator.setting] ?? initial)) || actuator.service,
        coil: coil && {
          plus: jointOf(terminalKey(id, coil.plus)),
          minus: jointOf(terminalKey(id, coil.minus)),
          nominal_V: own?.nominal_V ?? null,
        },
      }
    }),
  )
}

function passagesOf(
  devices: readonly ModelDevice[],
  jointOf: JointOf,
  moverAt: ReadonlyMap<string, number>,
): Passage[] {
  return devices.flatMap(({ id, part }) =>
    part.links.flatMap((link): Passage[] => {
      if (link.kind === 'bar') return []
      const [a, b] = [terminalKey(id, link.a), terminalKey(id, link.b)]
      return [
        {
          id: `${id}/${link.id}`,
          device: id,
          link,
          a,
          b,
          jointA: jointOf(a),
          jointB: jointOf(b),
          mover: 'actuator' in link ? moverAt.get(`${id}/${link.actuator}`)! : null,
        },
      ]
    }),
  )
}

function conductorsOf(plan: Plan, jointOf: JointOf): Conductor[] {
  return Object.entries(plan.wires).flatMap(([id, wire]): Conductor[] => {
    const [start, end] = [landingOf(plan, wire!.from), landingOf(plan, wire!.to)]
    if (!start || !end) return []
    const from = terminalKey(start.device, start.terminal)
    const to = terminalKey(end.device, end.terminal)
    return [{ id: id as WireId, wire: wire!, from, to, jointFrom: jointOf(from), jointTo: jointOf(to) }]
  })
}

function drawsOf(devices: readonly ModelDevice[], jointOf: JointOf): ModelDraw[] {
  return devices.flatMap(({ id, device, part }) =>
    part.draws.map((draw) => ({
      id: `${id}#${draw.id}`,
      device: id,
      draw,
      plus: jointOf(terminalKey(id, draw.plus)),
      minus: jointOf(terminalKey(id, draw.minus)),
      power_W: drawPower_W(device, draw),
    })),
  )
}

function sourceTerminals(devices: readonly ModelDevice[]): Model['sources'] {
  return devices.flatMap(({ id, part }): Model['sources'][number][] => {
    const { behaviour } = part
    const key = (terminal: TerminalId) => terminalKey(id, terminal)
    if (behaviour.kind === 'mains-inlet') {
      const incoming = (kind: 'L' | 'N' | 'PE', terminal: TerminalId) => ({
        potential: { kind, id: `${id}/${kind}`, device: id, output: null, voltage_V: null },
        terminal: key(terminal),
      })
      return [
        incoming('L', behaviour.line),
        incoming('N', behaviour.neutral),
        ...(behaviour.earth === null ? [] : [incoming('PE', behaviour.earth)]),
      ]
    }
    if (!('outputs' in behaviour)) return []
    return behaviour.outputs.flatMap((output) => {
      const common = { device: id, output: output.id, voltage_V: output.voltage_V }
      return [
        { potential: { kind: '+' as const, id: `${id}/${output.id}/+`, ...common }, terminal: key(output.plus) },
        { potential: { kind: '-' as const, id: `${id}/${output.id}/-`, ...common }, terminal: key(output.minus) },
      ]
    })
  })
}

/** Joints joined by wires, and which source reaches each in some position of the contacts. */
function netsOf(
  { count, keys, jointOf, terminalOfJoint }: Joints,
  conductors: readonly Conductor[],
  steps: Steps,
  sources: Model['sources'],
): Pick<Model, 'netOf' | 'nets' | 'netById' | 'potentialsOfJoint'> {
  const groups = new JointGroups(count)
  for (const { jointFrom, jointTo } of conductors) groups.join(jointFrom, jointTo)
  const numbers = new Map<number, number>()
  const netOfJoint = new Int32Array(count)
  for (let joint = 0; joint < count; joint += 1) {
    const root = groups.find(joint)
    if (!numbers.has(root)) numbers.set(root, numbers.size)
    netOfJoint[joint] = numbers.get(root)!
  }
  const ids: string[] = []
  const members = Array.from({ length: numbers.size }, () => ({
    terminals: [] as TerminalKey[],
    wires: [] as WireId[],
  }))
  for (let joint = 0; joint < count; joint += 1) ids[netOfJoint[joint]!] ??= terminalOfJoint[joint]!
  for (const key of keys) members[netOfJoint[jointOf(key)]!]!.terminals.push(key)
  for (const { id, jointFrom } of conductors) members[netOfJoint[jointFrom]!]!.wires.push(id)
  const reached: Potential[][] = members.map(() => [])
  for (const { potential, terminal } of sources) {
    // By every wire, every fuse, every contact and transistor in whatever position.
    const joints = reachedFrom({ steps }, [jointOf(terminal)], () => true).keys()
    for (const net of new Set([...joints].map((joint) => netOfJoint[joint]!))) reached[net]!.push(potential)
  }
  const nets = members.map(({ terminals, wires }, i): Net => ({
    id: ids[i]!,
    terminals,
    wires,
    potentials: reached[i]!,
  }))
  const none: readonly Potential[] = []
  return {
    netOf: (key) => ids[netOfJoint[jointOf(key)] ?? -1] ?? key,
    nets,
    netById: new Map(nets.map((net) => [net.id, net])),
    potentialsOfJoint: (joint) => reached[netOfJoint[joint] ?? -1] ?? none,
  }
}
