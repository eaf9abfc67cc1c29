import { solveCircuit, type CircuitElement } from '@/core/circuit'
import { resistance_ohm_per_km } from '@/core/conductor'
import { inputCurrent_A } from '@/core/supply'
import type { DeviceId, Draw, Plan, State, TerminalId, WireId } from '@/core/plan'
import { splitKey, terminalKey, Groups, type Passage, type Topology } from './topology'
import type { TerminalKey } from './types'

/** Stands for a closed contact or a fuse; typical, and small beside any wire that matters. */
const CONTACT_OHM = 0.01
/** How often supplies' inputs are brought up to date with their outputs; one round more than supplies hang on supplies. */
const INPUT_ROUNDS = 8
const INPUT_REL_TOL = 1e-9

/** What the solver needs to know of a wire: what it is made of and how long it is. */
export interface WireOhms {
  readonly id: WireId
  readonly size: string
  readonly length_mm: number
  /** Temperature of the copper. */
  readonly conductor_C: number
}

export interface OutputSolution {
  readonly current_A: number
  readonly power_W: number
}

export interface StateResult {
  readonly reasons: readonly string[]
  /** Devices and wires of the networks that could not be solved. */
  readonly unsolved: ReadonlySet<string>
  readonly wireCurrent_A: ReadonlyMap<WireId, number>
  readonly linkCurrent_A: ReadonlyMap<string, number>
  readonly drawVoltage_V: ReadonlyMap<string, number>
  readonly drawCurrent_A: ReadonlyMap<string, number>
  /** Output currents of supplies, converters and, as `device/mains`, inlets. */
  readonly outputs: ReadonlyMap<string, OutputSolution>
  /** What each supply or converter takes at its input. */
  readonly inputs_A: ReadonlyMap<DeviceId, number>
  /** Loads on the mains itself. */
  readonly direct_W: number
}

interface Source {
  readonly id: string
  readonly device: DeviceId
  readonly plus: TerminalKey
  readonly minus: TerminalKey
  readonly voltage_V: number
  readonly limit_A?: number
  /** What feeds it; undefined for the mains. */
  readonly input?: { readonly plus: TerminalKey; readonly minus: TerminalKey; readonly type: 'I' | 'P'; readonly demand: (power_W: number) => number; readonly key: string }
}

/** How a contact stands in a state: operated parts work, emergency stops rest, unless the state says otherwise. */
function isClosed(plan: Plan, state: State, passage: Passage): boolean {
  const { link } = passage
  if (link.kind !== 'contact') return true
  const kind = plan.parts[plan.devices[passage.device]!.part]!.behaviour.kind
  const rests = kind === 'emergency-stop' || link.by === 'heat'
  const position = (state.positions as Readonly<Record<string, 'rest' | 'operated'>>)[passage.device] ?? (rests ? 'rest' : 'operated')
  return (link.rest === 'closed') === (position === 'rest')
}

function shareOf(state: State, device: DeviceId): number {
  return (state.shares as Readonly<Record<string, number>>)[device] ?? state.defaultShare
}

/** Power or current of a draw as the person has it. */
export function drawAmount(device: Plan['devices'][DeviceId], draw: Draw): { readonly power_W: number | null; readonly current_A: number | null } {
  const own = (device.loads as Readonly<Record<string, { readonly power_W: number } | { readonly current_A: number }>>)[draw.id]
  if (!own) return { power_W: draw.power_W, current_A: draw.current_A }
  return 'power_W' in own ? { power_W: own.power_W, current_A: null } : { power_W: null, current_A: own.current_A }
}

/** A draw's nominal power. */
export function drawPower_W(device: Plan['devices'][DeviceId], draw: Draw): number {
  const { power_W, current_A } = drawAmount(device, draw)
  return power_W ?? (current_A ?? 0) * draw.nominal_V
}

function sourcesOf(plan: Plan, state: State, topology: Topology): Source[] {
  const sources: Source[] = []
  for (const { id, part } of topology.devices) {
    const { behaviour } = part
    const key = (terminal: TerminalId) => terminalKey(id, terminal)
    if (behaviour.kind === 'mains-inlet' && state.sources.mains) {
      sources.push({ id: `${id}/mains`, device: id, plus: key(behaviour.line), minus: key(behaviour.neutral), voltage_V: plan.site.mains_V })
    }
    if (behaviour.kind !== 'supply' && behaviour.kind !== 'converter') continue
    const isSupply = behaviour.kind === 'supply'
    const input = {
      plus: key(isSupply ? behaviour.line : behaviour.plus),
      minus: key(isSupply ? behaviour.neutral : behaviour.minus),
      type: isSupply ? ('I' as const) : ('P' as const),
      demand: (power_W: number) =>
        isSupply ? inputCurrent_A({ output_W: power_W, efficiency_percent: behaviour.efficiency_percent, powerFactor: behaviour.powerFactor }, plan.site.mains_V) : power_W / (behaviour.efficiency_percent / 100),
      key: id,
    }
    for (const output of behaviour.outputs) {
      sources.push({ id: `${id}/${output.id}`, device: id, plus: key(output.plus), minus: key(output.minus), voltage_V: output.voltage_V, limit_A: output.limit_A, input })
    }
  }
  return sources
}

/**
 * Solves every network of a plan in one state: joints are nodes, wires and closed links resistances, supplies sources with
 * their limits, loads what their models say. Mains is solved with effective values and without phase, which errs on the high side.
 */
export function solveState(plan: Plan, topology: Topology, state: State, wires: readonly WireOhms[]): StateResult {
  const node = (key: TerminalKey) => topology.jointOf(key)
  const fixed: CircuitElement[] = []
  const byId = new Map(wires.map((wire) => [wire.id, wire]))
  for (const conductor of topology.conductors) {
    const wire = byId.get(conductor.id)
    const a = node(conductor.from)
    const b = node(conductor.to)
    if (!wire || a === b || conductor.wire.function === 'PE') continue
    fixed.push({ id: conductor.id, type: 'R', a, b, value: Math.max(1e-6, (resistance_ohm_per_km(wire.size, wire.conductor_C) * wire.length_mm) / 1e6) })
  }
  for (const passage of topology.passages) {
    const a = node(passage.a)
    const b = node(passage.b)
    if (a === b || !isClosed(plan, state, passage)) continue
    const value = passage.link.kind === 'semiconductor' && passage.link.rated_A ? Math.max(1e-3, passage.link.drop_V / passage.link.rated_A) : CONTACT_OHM
    fixed.push({ id: `${passage.device}/${passage.link.id}`, type: 'R', a, b, value })
  }

  const sources = sourcesOf(plan, state, topology)
  const live = liveSources(sources, fixed, node)
  const reach = new Groups()
  for (const element of fixed) reach.join(element.a, element.b)
  const fedFrom = (key: TerminalKey, side: 'plus' | 'minus') => new Set(live.filter((source) => reach.find(node(source[side])) === reach.find(node(key))).map((source) => source.id))

  const loads: { element: CircuitElement; draw: string; isDirect: boolean; apparent: number }[] = []
  for (const { id, device, part } of topology.devices) {
    for (const draw of part.draws) {
      const plus = terminalKey(id, draw.plus)
      const minus = terminalKey(id, draw.minus)
      const from = fedFrom(plus, 'plus')
      const feeding = live.find((source) => from.has(source.id) && reach.find(node(source.minus)) === reach.find(node(minus)))
      const reversed = feeding ? undefined : live.find((source) => !source.input && reach.find(node(source.plus)) === reach.find(node(minus)) && reach.find(node(source.minus)) === reach.find(node(plus)))
      const source = feeding ?? reversed
      if (!source) continue
      const factor = shareOf(state, id) * (state.startUp ? draw.startFactor : 1)
      const power_W = drawPower_W(device, draw) * factor
      if (power_W === 0) continue
      const [a, b] = feeding ? [node(plus), node(minus)] : [node(minus), node(plus)]
      const common = { id: `${id}#${draw.id}`, a, b }
      const isMains = !source.input
      // On the mains a load's apparent current is what wires and fuses carry.
      const apparent = isMains ? power_W / draw.powerFactor : power_W
      const element: CircuitElement =
        draw.model === 'resistive' ? { ...common, type: 'R', value: draw.nominal_V ** 2 / apparent }
        : draw.model === 'constant-current' ? { ...common, type: 'I', value: apparent / draw.nominal_V }
        : { ...common, type: 'P', value: apparent, minimum_V: draw.minimum_V ?? 0.5 * draw.nominal_V }
      loads.push({ element, draw: common.id, isDirect: isMains, apparent: apparent / power_W })
    }
  }

  const demands = new Map<string, number>()
  const elementsFor = (): CircuitElement[] => {
    const list: CircuitElement[] = [...fixed, ...loads.map(({ element }) => element)]
    for (const source of live) list.push({ id: source.id, type: 'V', a: node(source.plus), b: node(source.minus), value: source.voltage_V, limit_A: source.limit_A })
    for (const [key, value] of demands) {
      const input = live.find((source) => source.input?.key === key)!.input!
      if (value === 0) continue
      // A supply runs with line and neutral exchanged; its current then flows the other way round.
      const isSwapped = live.some((source) => !source.input && reach.find(node(source.minus)) === reach.find(node(input.plus)))
      const [a, b] = isSwapped ? [node(input.minus), node(input.plus)] : [node(input.plus), node(input.minus)]
      list.push({ id: `${key}#input`, type: input.type, a, b, value })
    }
    return list
  }

  const currents = new Map<string, number>()
  const powers = new Map<string, number>()
  const voltages = new Map<string, number>()
  const reasons = new Map<string, readonly string[]>()
  const unsolved = new Set<string>()
  let before = new Map<string, string>()
  for (let round = 0; round < INPUT_ROUNDS; round += 1) {
    const components = splitComponents(elementsFor())
    const now = new Map<string, string>()
    for (const component of components) {
      const source = component.find((element) => element.type === 'V')
      if (!source) continue
      const key = component[0]!.id
      // Networks whose inputs did not change keep their answer.
      const fingerprint = component.filter((element) => element.id.endsWith('#input')).map((element) => `${element.id}${element.value.toPrecision(10)}`).join()
      now.set(key, fingerprint)
      if (before.get(key) === fingerprint) continue
      const solution = solveCircuit({ ground: source.b, elements: component })
      reasons.delete(key)
      for (const element of component) unsolved.delete(element.id)
      if (!solution.feasible) {
        reasons.set(key, solution.reasons)
        for (const element of component) unsolved.add(element.id)
        continue
      }
      for (const element of component) {
        const answer = solution.elements[element.id]!
        currents.set(element.id, answer.current_A)
        powers.set(element.id, answer.power_W)
        voltages.set(element.id, solution.nodes[element.a]! - solution.nodes[element.b]!)
      }
    }
    before = now
    let isSettled = true
    const wanted = new Map<string, number>()
    for (const source of live) {
      if (!source.input) continue
      const power_W = Math.max(0, -(powers.get(source.id) ?? 0))
      wanted.set(source.input.key, (wanted.get(source.input.key) ?? 0) + source.input.demand(power_W))
    }
    for (const [key, value] of wanted) {
      if (Math.abs((demands.get(key) ?? 0) - value) > INPUT_REL_TOL * Math.max(1e-6, value)) isSettled = false
      demands.set(key, value)
    }
    if (isSettled) break
  }

  const pick = <K extends string>(ids: Iterable<K>) => new Map([...ids].flatMap((id): [K, number][] => (currents.has(id) && !unsolved.has(id) ? [[id, currents.get(id)!]] : [])))
  return {
    reasons: [...reasons.values()].flat().map((reason) => readable(plan, reason)),
    unsolved,
    wireCurrent_A: pick(topology.conductors.map(({ id }) => id)),
    linkCurrent_A: pick(topology.passages.map((passage) => `${passage.device}/${passage.link.id}`)),
    drawVoltage_V: new Map(loads.flatMap(({ draw }): [string, number][] => (unsolved.has(draw) || !voltages.has(draw) ? [] : [[draw, voltages.get(draw)!]]))),
    drawCurrent_A: pick(loads.map(({ draw }) => draw)),
    outputs: new Map(live.flatMap((source): [string, OutputSolution][] => (unsolved.has(source.id) || !currents.has(source.id) ? [] : [[source.id, { current_A: -currents.get(source.id)!, power_W: -powers.get(source.id)! }]]))),
    inputs_A: new Map([...demands.keys()].flatMap((key): [DeviceId, number][] => (unsolved.has(`${key}#input`) ? [] : [[key as DeviceId, currents.get(`${key}#input`) ?? 0]]))),
    direct_W: loads.reduce((sum, { draw, isDirect }) => sum + (isDirect && !unsolved.has(draw) ? (powers.get(draw) ?? 0) : 0), 0),
  }
}

/** Sources whose own input is fed, found outward from the mains. */
function liveSources(sources: readonly Source[], fixed: readonly CircuitElement[], node: (key: TerminalKey) => string): Source[] {
  const reach = new Groups()
  for (const element of fixed) reach.join(element.a, element.b)
  const live = sources.filter((source) => !source.input)
  let isGrowing = true
  while (isGrowing) {
    isGrowing = false
    for (const source of sources) {
      if (!source.input || live.includes(source)) continue
      const plus = reach.find(node(source.input.plus))
      const minus = reach.find(node(source.input.minus))
      const isFed = live.some((feeder) => {
        const ends = [reach.find(node(feeder.plus)), reach.find(node(feeder.minus))]
        const isStraight = ends[0] === plus && ends[1] === minus
        // Line and neutral may be exchanged: the supply runs all the same.
        return isStraight || (!feeder.input && ends[0] === minus && ends[1] === plus)
      })
      if (isFed) {
        live.push(source)
        isGrowing = true
      }
    }
  }
  return live
}

function splitComponents(elements: readonly CircuitElement[]): CircuitElement[][] {
  const groups = new Groups()
  for (const element of elements) groups.join(element.a, element.b)
  const byRoot = new Map<string, CircuitElement[]>()
  for (const element of elements) {
    const root = groups.find(element.a)
    const list = byRoot.get(root)
    if (list) list.push(element)
    else byRoot.set(root, [element])
  }
  return [...byRoot.values()]
}

/** Ids in a solver's reason become tags. */
function readable(plan: Plan, reason: string): string {
  return reason.replace(/device:[A-Za-z0-9_.-]+(?:[|#/][^\s,:]+)?/g, (key) => {
    const { device, terminal } = splitKey(key.replace(/[#/]/, '|') as TerminalKey)
    const tag = plan.devices[device]?.tag ?? key
    return key.includes('|') ? `${tag} terminal ${terminal}` : tag
  })
}
