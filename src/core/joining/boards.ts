import type { BehaviourKind, DeviceId, Part, TerminalFunction } from '@/core/plan'
import { makeRoom, portOf } from './distribute'
import type { Draft, Port } from './draft'
import { railsOf } from './rails'

/** What commands: boards and computers, and drivers that have inputs of their own to read. */
const BOARDS: ReadonlySet<BehaviourKind> = new Set(['board', 'computer'])

const isCoil = (fn: TerminalFunction) => fn === 'coil-A' || fn === 'coil-B'

const isSignal = (fn: TerminalFunction) => fn === 'signal' || fn === 'data'

const plain = (label: string) => label.toUpperCase().replace(/[−–]/g, '-').replace(/\s/g, '')

/** A pair of a board's terminals that its program switches: "H0 +" and "H0 −". */
interface Output {
  readonly device: DeviceId
  readonly block: string
  readonly plus: Port
  readonly minus: Port
  readonly voltage_V: number
  readonly rated_A: number | null
}

/** A board's own feed: the volts that its switched outputs give. */
const feedOf_V = (part: Part): number => Math.max(0, ...part.draws.map(({ nominal_V }) => nominal_V))

function outputsOf(draft: Draft): readonly Output[] {
  return draft.devices.flatMap(({ id, part }): Output[] => {
    if (!BOARDS.has(part.behaviour.kind)) return []
    const switched = new Set(
      part.links.flatMap((link) => (link.kind === 'semiconductor' || link.kind === 'contact' ? [link.a, link.b] : [])),
    )
    const blocks = new Map<string, Port[]>()
    for (const port of draft.ports(id)) {
      const { block, direction, function: fn } = draft.terminal(port)
      if (block === null || direction === 'in' || (fn !== 'V+' && fn !== 'V-')) continue
      blocks.set(block, [...(blocks.get(block) ?? []), port])
    }
    return [...blocks].flatMap(([block, ports]): Output[] => {
      const plus = ports.find((port) => draft.terminal(port).function === 'V+')
      const minus = ports.find((port) => draft.terminal(port).function === 'V-')
      if (!plus || !minus || draft.wiresAt(plus) > 0 || draft.wiresAt(minus) > 0) return []
      if (!switched.has(plus.terminal) && !switched.has(minus.terminal)) return []
      const rated_A = draft.terminal(minus).rated_A ?? draft.terminal(plus).rated_A
      return [{ device: id, block, plus, minus, voltage_V: feedOf_V(part), rated_A }]
    })
  })
}

/** For which kinds of load an output is printed; an output of any other name takes all. */
function suits(block: string, kind: BehaviourKind): number {
  const name = plain(block)
  if (/^FAN/.test(name)) return kind === 'fan' ? 0 : 3
  if (/^(H\d|HE|HEAT|BED|E\d)/.test(name)) return kind === 'heater' ? 0 : 3
  if (/^(CTL|AUX|OUT|Q)/.test(name)) return kind === 'relay' || kind === 'solid-state-relay' ? 0 : 2
  return 1
}

/** The best of a board's outputs for a load of those volts, taken once. */
function takeOutput(
  draft: Draft,
  pool: Output[],
  kind: BehaviourKind,
  range: { readonly least_V: number; readonly most_V: number; readonly current_A: number },
): Output | null {
  const fitting = pool
    .filter(
      ({ voltage_V, rated_A, block }) =>
        voltage_V >= range.least_V &&
        voltage_V <= range.most_V &&
        (rated_A === null || rated_A >= range.current_A) &&
        suits(block, kind) < (kind === 'heater' || kind === 'fan' ? 2 : 3),
    )
    .sort(
      (a, b) =>
        // The weakest that does: the strong one is for the bed.
        suits(a.block, kind) - suits(b.block, kind) || (a.rated_A ?? 0) - (b.rated_A ?? 0),
    )
  const [best] = fitting
  if (best) pool.splice(pool.indexOf(best), 1)
  return best ?? null
}

const SWITCHED: ReadonlySet<BehaviourKind> = new Set(['heater', 'fan', 'lamp', 'other'])

/** From so many volts on an output of a controller feeds a load by itself; below that it is a pin; common practice. */
const POWER_PIN_V = 10
/** What such an output gives where its part does not say; common practice. */
const POWER_PIN_A = 0.5

function feedsByItself(
  draft: Draft,
  { port, level_V }: { readonly port: Port; readonly level_V: number },
  range: { readonly least_V: number; readonly most_V: number; readonly current_A: number },
): boolean {
  return (
    level_V >= POWER_PIN_V &&
    level_V >= range.least_V &&
    level_V <= range.most_V &&
    range.current_A <= (draft.terminal(port).rated_A ?? POWER_PIN_A)
  )
}

/** Heaters, fans and control inputs to the outputs of boards. */
export function proposeOutputs(draft: Draft): void {
  draft.begin(
    'outputs',
    'Heaters, fans and control inputs to outputs',
    'What a program switches hangs on the output that is printed for it; an input of a relay on an output of its volts, or on a pin and the board’s ground.',
  )
  const pool = [...outputsOf(draft)]
  for (const { id, part } of draft.devices) {
    const { kind } = part.behaviour
    if (!SWITCHED.has(kind) || !draft.isWanted(id)) continue
    for (const { plus, minus, nominal_V, power_W, current_A } of part.draws) {
      const [a, b] = [portOf(id, plus), portOf(id, minus)]
      if (draft.isWired(a) || draft.isWired(b)) continue
      const takes_A = (power_W ?? 0) / nominal_V + (current_A ?? 0)
      // A heater too strong for the board has a transistor module, where one stands ready.
      const range = { least_V: nominal_V * 0.9, most_V: nominal_V * 1.1, current_A: takes_A }
      const output = kind === 'heater' || kind === 'fan' ? takeOutput(draft, pool, kind, range) : null
      const pin = output ? undefined : freePins(draft).find((each) => feedsByItself(draft, each, range))
      if (pin) {
        // What gives plus by itself switches the plus; the minus goes home with the others.
        draft.join(pin.port, a, 'signal', `${draft.name(pin.port)} switches its plus`)
        continue
      }
      if (output) {
        draft.join(output.plus, a, 'V+', `${draft.tag(output.device)} ${output.block} is for it`)
        draft.join(output.minus, b, 'V-', `${draft.tag(output.device)} ${output.block} switches its minus`)
        if ((draft.plan.devices[id]!.commandedBy ?? null) === null && kind === 'heater')
          draft.say(`${draft.tag(output.device)} commands ${draft.tag(id)}`, {
            type: 'updateDevice',
            id,
            changes: { commandedBy: output.device },
          })
        continue
      }
      if (kind !== 'heater') continue
      const module = draft.devices.find(
        (each) => each.part.behaviour.kind === 'mosfet-module' && draft.isWanted(each.id) && draft.isBare(each.id),
      )
      const outs = module ? draft.ports(module.id).filter((port) => draft.terminal(port).direction === 'out') : []
      const of = (fn: TerminalFunction) => outs.find((port) => draft.terminal(port).function === fn) ?? null
      if (!module || !of('V+') || !of('V-')) continue
      draft.join(of('V+'), a, 'V+', `${draft.tag(module.id)} switches it`)
      draft.join(of('V-'), b, 'V-', `${draft.tag(module.id)} switches its minus`)
    }
  }
  proposeControls(draft, pool)
}

/** Inputs of relays and transistor modules: an output of their volts, else a pin. */
function proposeControls(draft: Draft, pool: Output[]): void {
  const inputs = draft.devices.flatMap(({ id, part, device }) =>
    !draft.isWanted(id) || part.behaviour.kind === 'contactor'
      ? []
      : part.actuators.flatMap(({ coil, by }) =>
          by !== 'coil' || !coil || draft.isWired(portOf(id, coil.plus)) ? [] : [{ id, part, device, coil }],
        ),
  )
  for (const [i, { id, part, device, coil }] of inputs.entries()) {
    {
      const [plus, minus] = [portOf(id, coil.plus), portOf(id, coil.minus)]
      const own = part.draws.find((draw) => draw.plus === coil.plus)
      const nominal_V = own?.nominal_V ?? null
      const range = {
        least_V: coil.pickUp_V ?? (nominal_V ?? 0) * 0.75,
        most_V: coil.max_V ?? own?.max_V ?? (nominal_V ?? 30) * 1.2,
        current_A: 0,
      }
      const output = takeOutput(draft, pool, part.behaviour.kind, range)
      if (output) {
        draft.join(output.plus, plus, 'V+', `${draft.tag(output.device)} ${output.block} works it`)
        if (!draft.isWired(minus))
          draft.join(output.minus, minus, 'V-', `${draft.tag(output.device)} ${output.block} switches its minus`)
      } else {
        const pin = freePins(draft).find(({ level_V }) => level_V >= range.least_V && level_V <= range.most_V)
        if (!pin) {
          draft.left.push(
            `${draft.tag(id)}, ${device.name}: no free output gives ${Number(range.least_V.toPrecision(3))} to ${Number(range.most_V.toPrecision(3))} V for its input`,
          )
          continue
        }
        draft.join(pin.port, plus, 'signal', `${draft.name(pin.port)} works it`)
        // One that shares the feed's minus has its way back there.
        const ground = draft.terminal(minus).function === 'V-' ? null : groundOf(draft, pin.port.device)
        if (ground && !draft.isWired(minus))
          draft.join(roomFor(draft, ground, inputs.length - i), minus, 'signal', 'its way back to the board’s ground')
      }
    }
  }
}

/** A board's ground with room for so many, by a strip where its own terminals do not suffice. */
function roomFor(draft: Draft, ground: Port, wanted: number): Port {
  return makeRoom(draft, ground, wanted, 'signal', `ground of ${draft.tag(ground.device)}`) ?? ground
}

/** A board's ground: the one beside a signal of that block, else one that stands for all, a pin before the feed's own minus. */
function groundOf(draft: Draft, device: DeviceId, block: string | null = null): Port | null {
  const grounds = draft.ports(device).filter((port) => {
    const { function: fn, level_V } = draft.terminal(port)
    return ((isSignal(fn) && level_V === 0) || fn === 'V-') && draft.freeOnNet(port) !== null
  })
  const rank = (port: Port) => {
    const own = draft.terminal(port)
    if (block !== null && own.block === block) return draft.wiresAt(port) === 0 ? 0 : 3
    if (own.function === 'V-' && own.direction === 'in') return 4
    return isBesideSignal(draft, port) ? 2 : 1
  }
  return [...grounds].sort((a, b) => rank(a) - rank(b))[0] ?? null
}

function isBesideSignal(draft: Draft, port: Port): boolean {
  const { block } = draft.terminal(port)
  return (
    block !== null &&
    draft
      .ports(port.device)
      .some((other) => draft.terminal(other).block === block && (draft.terminal(other).level_V ?? 0) > 0)
  )
}

/** Pins of boards that give a level and have no other name. */
function freePins(draft: Draft): readonly { readonly port: Port; readonly level_V: number }[] {
  return draft.devices.flatMap(({ id, part }) =>
    BOARDS.has(part.behaviour.kind)
      ? draft.ports(id).flatMap((port) => {
          const { function: fn, level_V, direction, label, need } = draft.terminal(port)
          const isNamed = /^(TX|RX|SDA|SCL|STEP|PULSE|PUL|DIR|EN|ENA|CLK|D\+|D-)$/.test(plain(label))
          return isSignal(fn) &&
            (level_V ?? 0) > 0 &&
            (direction === 'out' || direction === 'both') &&
            need !== 'later' &&
            !isNamed &&
            !draft.isWired(port)
            ? [{ port, level_V: level_V! }]
            : []
        })
      : [],
  )
}

/** The four leads of a winding pair, by what they are called. */
interface Coils {
  readonly device: DeviceId
  readonly block: string | null
  readonly leads: ReadonlyMap<string, Port>
}

function coilsOf(draft: Draft, device: DeviceId): readonly Coils[] {
  const blocks = new Map<string | null, Map<string, Port>>()
  for (const port of draft.ports(device)) {
    const { function: fn, block, label } = draft.terminal(port)
    if (!isCoil(fn)) continue
    const leads = blocks.get(block) ?? new Map<string, Port>()
    const winding = fn === 'coil-A' ? 'A' : 'B'
    // "A−", "A2" or "\\A" is the second end; where labels do not say, it is the one that comes second.
    const isSecond = /[-2\\]/.test(plain(label)) || leads.has(`${winding}+`)
    leads.set(`${winding}${isSecond ? '-' : '+'}`, port)
    blocks.set(block, leads)
  }
  return [...blocks].map(([block, leads]) => ({ device, block, leads }))
}

const isOpen = (draft: Draft, { leads }: Coils) => [...leads.values()].every((port) => !draft.isWired(port))

/** Motors to drivers, in the order of their tags. */
export function proposeMotors(draft: Draft): void {
  draft.begin(
    'motors',
    'Motors to their drivers',
    'Each motor’s two windings on one output, the first motor on the first: a winding’s ends stay together. Which way it turns is tried later.',
  )
  const motors = draft.devices
    .filter(({ id, part }) => part.behaviour.kind === 'motor' && draft.isWanted(id))
    .flatMap(({ id }) => coilsOf(draft, id).slice(0, 1))
    .filter((coils) => isOpen(draft, coils))
  const outputs = draft.devices
    .filter(({ part }) => part.behaviour.kind === 'driver' || part.behaviour.kind === 'board')
    .flatMap(({ id, part }) => coilsOf(draft, id).filter(({ block }) => !isEmptySocket(draft, id, part, block)))
    .filter((coils) => isOpen(draft, coils) && coils.leads.size >= 4)
  for (const motor of motors) {
    const output = outputs.shift()
    if (!output) {
      draft.left.push(`${draft.tag(motor.device)}: no driver has an output left for it`)
      continue
    }
    for (const [lead, port] of motor.leads) {
      const other = output.leads.get(lead)
      if (other) draft.join(other, port, 'signal', `winding ${lead[0]!}`)
    }
  }
}

/** A board's output whose driver is a module that is not in its socket. */
function isEmptySocket(draft: Draft, board: DeviceId, { sockets }: Part, block: string | null): boolean {
  const number = /(\d+)/.exec(block ?? '')?.[1]
  const socket = number === undefined ? undefined : sockets.find(({ id }) => /(\d+)/.exec(id)?.[1] === number)
  return (
    socket !== undefined &&
    !draft.devices.some(
      ({ device }) =>
        device.place.kind === 'socket' && device.place.device === board && device.place.socket === socket.id,
    )
  )
}

type Role = 'pulse' | 'direction' | 'enable'

const ROLES: readonly (readonly [Role, RegExp])[] = [
  ['pulse', /^(PUL|PULSE|STEP|STP|CP|CLK)/],
  ['direction', /^(DIR|CW)/],
  ['enable', /^(EN|ENA|ENABLE)/],
]

const roleOf = (label: string): Role | null => ROLES.find(([, pattern]) => pattern.test(plain(label)))?.[0] ?? null

/** What drivers take to what the controller gives, with their commons. */
export function proposePulses(draft: Draft): void {
  draft.begin(
    'pulses',
    'Pulses and directions to the drivers',
    'Each axis of the controller to the driver of the same number; the minus of every input goes back to the controller’s ground, which is their common.',
  )
  const axes = draft.devices.flatMap(({ id, part }) => (part.behaviour.kind === 'board' ? axesOf(draft, id) : []))
  const drivers = draft.devices.flatMap(({ id, part }) => {
    const inputs = draft.ports(id).filter((port) => {
      const { function: fn, direction, label } = draft.terminal(port)
      return isSignal(fn) && direction !== 'out' && roleOf(label) !== null
    })
    const isOpenDriver =
      part.behaviour.kind === 'driver' && draft.isWanted(id) && inputs.every((port) => !draft.isWired(port))
    return isOpenDriver && inputs.length > 0 ? [{ id, inputs }] : []
  })
  const isReturn = (port: Port) => plain(draft.terminal(port).label).endsWith('-')
  let returns = drivers.slice(0, axes.length).reduce((sum, { inputs }) => sum + inputs.filter(isReturn).length, 0)
  for (const { id, inputs } of drivers) {
    const axis = axes.shift()
    if (!axis) {
      draft.left.push(`${draft.tag(id)}: no axis of a controller is left for its pulses`)
      continue
    }
    for (const port of inputs) {
      const { label } = draft.terminal(port)
      const role = roleOf(label)!
      if (!isReturn(port)) {
        const source = axis.get(role)
        if (source) draft.join(source, port, 'signal', `${role} of ${draft.name(source)}`)
        continue
      }
      // Its way back is worth nothing without the way there.
      if (!axis.has(role)) continue
      const source = axis.get(role)!
      const ground = groundOf(draft, source.device, draft.terminal(source).block)
      if (ground) draft.join(roomFor(draft, ground, returns), port, 'signal', 'its common: the controller’s ground')
      returns -= 1
    }
  }
}

function axesOf(draft: Draft, id: DeviceId): ReadonlyMap<Role, Port>[] {
  const blocks = new Map<string, Map<Role, Port>>()
  for (const port of draft.ports(id)) {
    const { function: fn, direction, label, block } = draft.terminal(port)
    const role = roleOf(label)
    if (!isSignal(fn) || direction === 'in' || role === null || draft.isWired(port)) continue
    const key = block ?? /(\d+)/.exec(label)?.[1] ?? ''
    blocks.set(key, (blocks.get(key) ?? new Map<Role, Port>()).set(role, port))
  }
  return [...blocks.values()].filter((axis) => axis.has('pulse'))
}

/** What an input takes beyond its own level; common practice. */
const LEVEL_TOLERANCE = 1.1

/** A board's input and the ground beside it. */
interface Input {
  readonly signal: Port
  readonly isWarmth: boolean
}

/** Probes, end stops, buttons and guards to inputs. */
export function proposeInputs(draft: Draft): void {
  draft.begin(
    'inputs',
    'Probes, end stops and buttons to inputs',
    'Each between its own input and the ground beside it: thermistors on the inputs for warmth, switches on the others.',
  )
  const inputs: Input[] = draft.devices.flatMap(({ id, part }) =>
    BOARDS.has(part.behaviour.kind)
      ? draft.ports(id).flatMap((port) => {
          const { function: fn, level_V, direction, block, label } = draft.terminal(port)
          const isRead =
            isSignal(fn) &&
            (level_V ?? 0) > 0 &&
            direction !== 'out' &&
            (direction === 'in' || /^(I|IN|E|X|Y|Z|LIM|P)\d*/.test(plain(label))) &&
            !/^(TX|RX|SDA|SCL|CLK|EN|STEP|DIR)/.test(plain(label))
          return isRead && !draft.isWired(port)
            ? [{ signal: port, isWarmth: /^(T\d|TB|TH|TEMP|BEDT)/.test(plain(block ?? label)) }]
            : []
        })
      : [],
  )
  for (const { id, part, device } of draft.devices) {
    if (!draft.isWanted(id)) continue
    const ends = sensorEnds(draft, id, part)
    if (!ends || draft.isWired(ends.signal)) continue
    const isWarmth = /thermistor|temperature|warm|probe, heat|ntc|pt100/i.test(`${part.name} ${device.name}`)
    const gives_V = draft.terminal(ends.signal).level_V ?? 0
    const at = inputs.findIndex(
      (input) =>
        input.isWarmth === isWarmth && gives_V <= (draft.terminal(input.signal).level_V ?? 0) * LEVEL_TOLERANCE,
    )
    if (at === -1) {
      draft.left.push(`${draft.tag(id)}, ${device.name}: no ${isWarmth ? 'input for warmth' : 'input'} is left for it`)
      continue
    }
    const [{ signal }] = inputs.splice(at, 1) as [Input]
    draft.join(signal, ends.signal, 'signal', `read by ${draft.name(signal)}`)
    if (!ends.ground || draft.isWired(ends.ground)) continue
    const { level_V } = draft.terminal(signal)
    const rail =
      (level_V ?? 0) >= POWER_PIN_V
        ? railsOf(draft).find(({ voltage_V }) => Math.abs(voltage_V - level_V!) <= level_V! * 0.1)
        : undefined
    if (rail) {
      const plus = makeRoom(draft, rail.plus, 2, 'V+', `+${rail.voltage_V} V of ${draft.tag(rail.device)}`)
      draft.join(plus, ends.ground, 'V+', 'such an input reads plus')
      joinCommon(draft, signal.device, rail.minus)
      continue
    }
    const ground = groundOf(draft, signal.device, draft.terminal(signal).block)
    if (ground) draft.join(roomFor(draft, ground, 1), ends.ground, 'signal', 'the ground beside its input')
  }
  proposeWatchers(draft)
}

/** The common of a controller's inputs, where it is a terminal of its own. */
function joinCommon(draft: Draft, board: DeviceId, minus: Port): void {
  const common = draft
    .ports(board)
    .find((port) => /com/i.test(draft.terminal(port).label) && draft.terminal(port).function === 'V-')
  if (common && draft.joined(common).length === 1 && !draft.isWired(common))
    draft.join(minus, common, 'V-', 'the common of its inputs')
}

function sensorEnds(
  draft: Draft,
  id: DeviceId,
  { behaviour, draws, links }: Part,
): { readonly signal: Port; readonly ground: Port | null } | null {
  const ports = draft.ports(id)
  if (behaviour.kind === 'sensor') {
    const signal =
      ports.find((port) => isSignal(draft.terminal(port).function) && draft.terminal(port).level_V !== 0) ?? ports[0]
    if (!signal) return null
    // One that is fed has its ground by its feed.
    const ground = draws.length > 0 ? null : (ports.find((port) => port.terminal !== signal.terminal) ?? null)
    return { signal, ground }
  }
  if (behaviour.kind !== 'button') return null
  const contact = links.find((link) => link.kind === 'contact')
  return contact?.kind === 'contact' ? { signal: portOf(id, contact.a), ground: portOf(id, contact.b) } : null
}

/** The block of a board that a thing hangs on. */
function blockAt(draft: Draft, id: DeviceId): string | null {
  for (const port of draft.ports(id))
    for (const other of draft.net(port)) {
      const { block } = draft.terminal(other)
      if (other.device !== id && block !== null && draft.part(other.device).behaviour.kind === 'board') return block
    }
  return null
}

/** "H0", "T0": 0; "BED", "TB": the bed. */
const placeOf = (block: string | null): string | null =>
  block === null ? null : (/(\d+)/.exec(block)?.[1] ?? (/B/.test(plain(block)) ? 'bed' : null))

/** A heater and a probe for warmth that nobody has named yet go together in the order of their tags. */
function proposeWatchers(draft: Draft): void {
  const named = new Set(draft.devices.flatMap(({ device }) => device.watchedBy ?? []))
  const probes = draft.devices.filter(
    ({ id, part, device }) =>
      part.behaviour.kind === 'sensor' &&
      /thermistor|temperature|ntc|pt100/i.test(`${part.name} ${device.name}`) &&
      !named.has(id),
  )
  for (const { id, part, device } of draft.devices) {
    if (part.behaviour.kind !== 'heater' || part.behaviour.openAir || !draft.isWanted(id)) continue
    if ((device.watchedBy ?? null) !== null) continue
    const own = blockAt(draft, id)
    const matching = own === null ? -1 : probes.findIndex((each) => placeOf(blockAt(draft, each.id)) === placeOf(own))
    const [probe] = probes.splice(Math.max(0, matching), 1)
    if (probe)
      draft.say(`${draft.tag(probe.id)} watches ${draft.tag(id)}`, {
        type: 'updateDevice',
        id,
        changes: { watchedBy: probe.id },
      })
  }
}

/** Data of pixel strings. */
export function proposePixels(draft: Draft): void {
  draft.begin(
    'pixels',
    'Data to the pixel strings',
    'Each string from a pin of its own, with the controller’s ground as its return.',
  )
  for (const { id, part } of draft.devices) {
    if (part.behaviour.kind !== 'pixel-string' || !draft.isWanted(id)) continue
    const data = draft.ports(id).find((port) => draft.terminal(port).function === 'data')
    if (!data || draft.isWired(data)) continue
    const pin = freePins(draft)[0]
    if (!pin) {
      draft.left.push(`${draft.tag(id)}: no pin is left for its data`)
      continue
    }
    draft.join(pin.port, data, 'signal', `data from ${draft.name(pin.port)}`)
  }
}

/** An auxiliary contact carries no more; common practice. */
const AUXILIARY_A = 10

/** A contactor by the stops: plus through every stop and guard, in series, to its coil. */
export function proposeStops(draft: Draft): void {
  const contactor = draft.devices.find(
    ({ id, part }) => part.behaviour.kind === 'contactor' && draft.isWanted(id) && coilOpen(draft, id, part),
  )
  const stops = draft.devices.filter(
    ({ id, part }) =>
      (part.behaviour.kind === 'emergency-stop' || (part.behaviour.kind === 'button' && isClosedAtRest(part))) &&
      draft.isWanted(id) &&
      draft.isBare(id),
  )
  if (!contactor) {
    for (const { id } of stops.filter(({ part }) => part.behaviour.kind === 'emergency-stop'))
      draft.left.push(`${draft.tag(id)}: a stop wants a contactor to work; add one and ask again`)
    return
  }
  const { coil } = contactor.part.actuators.find((each) => each.coil)!
  const nominal_V = contactor.part.draws.find(({ plus }) => plus === coil!.plus)?.nominal_V ?? coil!.pickUp_V ?? 24
  const source = draft.devices.find(
    ({ id, part }) =>
      'outputs' in part.behaviour &&
      part.behaviour.outputs.some(({ voltage_V }) => Math.abs(voltage_V - nominal_V) <= nominal_V * 0.1) &&
      // What the contactor itself switches cannot hold it.
      !isBehind(draft, id, contactor.id),
  )
  if (!source || !('outputs' in source.part.behaviour)) {
    draft.left.push(`${draft.tag(contactor.id)}: no supply of ${nominal_V} V stands before it, to hold its coil`)
    return
  }
  draft.begin(
    'stops',
    'The stop circuit',
    'Plus goes through every stop and guard in turn to the coil: any of them opened, or any wire of it broken, lets the contactor go.',
  )
  const output = source.part.behaviour.outputs[0]!
  let from = portOf(source.id, output.plus)
  for (const { id, part } of stops) {
    const [first] = part.links.flatMap((link) => (link.kind === 'contact' ? [link] : []))
    if (!first) continue
    draft.join(from, portOf(id, first.a), 'V+', `through ${draft.tag(id)}`)
    from = portOf(id, first.b)
  }
  const start = draft.devices.find(
    ({ id, part }) =>
      part.behaviour.kind === 'button' && !isClosedAtRest(part) && draft.isWanted(id) && draft.isBare(id),
  )
  const hold = contactor.part.links.find(
    (link) =>
      link.kind === 'contact' &&
      !draft.isWired(portOf(contactor.id, link.a)) &&
      !draft.isWired(portOf(contactor.id, link.b)) &&
      contactor.part.terminals[link.a]!.need === 'optional' &&
      (link.rated_A ?? Infinity) <= AUXILIARY_A,
  )
  const press = start?.part.links.find((link) => link.kind === 'contact')
  if (start && press?.kind === 'contact' && hold?.kind === 'contact') {
    const coilPlus = portOf(contactor.id, coil!.plus)
    draft.join(from, portOf(start.id, press.a), 'V+', `${draft.tag(start.id)} starts it`)
    draft.join(portOf(start.id, press.a), portOf(contactor.id, hold.a), 'V+', 'its own contact goes on holding it')
    draft.join(portOf(start.id, press.b), portOf(contactor.id, hold.b), 'V+', 'beside the button')
    draft.join(portOf(start.id, press.b), coilPlus, 'V+', 'holds the contactor: a stop let go starts nothing')
  } else draft.join(from, portOf(contactor.id, coil!.plus), 'V+', 'holds the contactor')
  draft.join(portOf(source.id, output.minus), portOf(contactor.id, coil!.minus), 'V-', 'its way back')
}

const coilOpen = (draft: Draft, id: DeviceId, { actuators }: Part) =>
  actuators.some(({ coil }) => coil && !draft.isWired(portOf(id, coil.plus)))

const isClosedAtRest = ({ links, actuators }: Part) =>
  links.some(
    (link) =>
      link.kind === 'contact' && actuators.some(({ id, rest }) => id === link.actuator && link.closedIn.includes(rest)),
  )

/** Whether a supply's line comes from that contactor. */
function isBehind(draft: Draft, supply: DeviceId, contactor: DeviceId): boolean {
  const { behaviour } = draft.part(supply)
  if (behaviour.kind !== 'supply') return false
  const outs = new Set(
    draft.part(contactor).links.flatMap((link) => (link.kind === 'contact' ? [link.b as string] : [])),
  )
  return draft
    .net(portOf(supply, behaviour.line))
    .some(({ device, terminal }) => device === contactor && outs.has(terminal))
}
