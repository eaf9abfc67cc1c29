import { LinearStructure, TIE_OHM, type ChangedNetwork, type CircuitElement, type LinearNetwork } from '@/core/circuit'
import { settlePlan } from '@/core/figures'
import {
  fittedRating,
  moveMovers,
  startPositions,
  type Model,
  type Positions,
  type Potentials,
  type Situation,
  type Source,
} from '@/core/model'
import { afterRemoval, outletOf, presentPlan, type DeviceId, type Plan, type WireId } from '@/core/plan'
import { AS_PLANNED, type Alteration } from './alteration'
import { allSources, BLEED_OHM, branchesOf, leadOhm, SOURCE_OHM, type BenchBranch } from './branches'
import { residualsOf, seenDifference_A, type Residual } from './residuals'

/** A fuse that carries more than this multiple of its rating is taken to have blown. Common practice: it does within a second. */
const BLOWS_AT = 2
/** The outlet's breaker opens at once from this multiple on, by its curve. IEC 60898-1, table 2 (from memory): the upper ends. */
const TRIPS_AT = { B: 5, C: 10, D: 20 } as const
/** A supply starts from this share of the least volts it is made for. From memory. */
const STARTS_AT = 0.9
/** A limiting source lets go of its limit once it reaches its volts again. */
const LIMIT_TOL = 1.001
/** Rounds beyond one for each thing that may move, before a bench counts as one without rest. */
const EXTRA_ROUNDS = 12
/** Stands of contacts and sources whose factorisation is kept. */
const MOST_BASES = 48

/** How a source gives: its volts, no more than its limit, or nothing. */
type Giving = 'on' | 'limiting' | 'off'

/** Where everything stands that switches. */
interface Mode {
  readonly positions: Positions
  readonly giving: readonly Giving[]
  /** Links that have opened by themselves, and inlets whose outlet has, see {@link outletName}. */
  readonly blown: readonly string[]
  /** Devices, and inlets for the device ahead of their outlet, that opened on a difference. */
  readonly differing: readonly DeviceId[]
}

/** How an ohmmeter takes electronics: as far as they can conduct, or not at all. */
export type OhmsCase = 'lowest' | 'highest'

/** What is worked out for one stand of contacts and sources, whatever is altered besides. */
interface Base {
  readonly network: LinearNetwork
  readonly ac_V: Float64Array
  readonly dc_V: Float64Array
}

/** A bench at rest in a situation. */
export interface BenchSolution {
  readonly bench: Bench
  readonly network: ChangedNetwork
  /** By joint; between joints of one island. */
  readonly ac_V: Float64Array
  readonly dc_V: Float64Array
  readonly positions: Positions
  readonly giving: readonly Giving[]
  /** What opened, by link; what is ahead of an inlet's outlet by {@link outletName}. */
  readonly blown: readonly string[]
  /** Those of them that opened on a difference: residual-current devices, and inlets for one ahead of their outlet. */
  readonly differing: readonly DeviceId[]
  /** Some coil finds no rest. */
  readonly isRestless: boolean
}

const known = new WeakMap<Plan, Bench>()

/** The bench of a plan, once for each. */
export function benchOf(plan: Plan): Bench {
  // What is measured is the finished thing.
  const settled = settlePlan(afterRemoval(presentPlan(plan)))
  const own = settled.model.plan
  let bench = known.get(own)
  if (!bench) {
    const { model, sized } = settled
    const sources = allSources(model)
    bench = new Bench(model, sources, branchesOf(model, sources, sized.conditions, sized.states.values()), (wire) =>
      leadOhm(wire, sized.conditions.ohms),
    )
    known.set(own, bench)
  }
  return bench
}

/**
 * A plan's circuit as a meter meets it: every wire, contact, load, winding and source as a resistance, mains and direct current
 * each by itself over the same resistances (effective values without phase, as in all figures). Contacts follow their coils,
 * supplies their inputs, fuses their currents. One factorisation serves each stand of these; what is altered besides is brought
 * in by low-rank updates.
 */
export class Bench {
  private readonly structure: LinearStructure
  private readonly bases = new Map<string, Base>()
  private readonly healthy = new Map<string, Mode>()
  private readonly keys = new WeakMap<Situation, string>()
  readonly branchAt: ReadonlyMap<string, number>
  /** The model's joints, and those between live poles. */
  readonly jointCount: number
  private readonly residuals: readonly Residual[]

  constructor(
    readonly model: Model,
    readonly sources: readonly Source[],
    readonly branches: readonly BenchBranch[],
    /** Of any wire, also of one that lies between two terminals of one bar, which no current takes and which is no branch. */
    readonly ohmOfWire: (wire: WireId) => number,
  ) {
    this.jointCount = sources.reduce((most, { plus, minus }) => Math.max(most, plus + 1, minus + 1), model.jointCount)
    this.structure = new LinearStructure({
      nodes: this.jointCount,
      a: Int32Array.from(branches, ({ a }) => a),
      b: Int32Array.from(branches, ({ b }) => b),
    })
    this.branchAt = new Map(branches.map(({ id }, at) => [id, at]))
    this.residuals = residualsOf(model, branches)
  }

  /** Solves a situation until contacts, supplies and fuses rest. */
  solve(situation: Situation, altered: Alteration = AS_PLANNED): BenchSolution {
    return this.rest(situation, altered, this.startOf(situation))
  }

  /** Where a healthy bench rests in a situation: what is altered sets out from there. */
  private startOf(situation: Situation): Mode {
    let key = this.keys.get(situation)
    if (key === undefined) this.keys.set(situation, (key = situationKey(this.model, situation)))
    let mode = this.healthy.get(key)
    if (!mode) {
      const start: Mode = {
        positions: startPositions(this.model, situation),
        giving: this.sources.map((source) => (isPresent(this.model, situation, source) ? 'on' : 'off')),
        blown: [],
        differing: [],
      }
      this.healthy.set(key, (mode = this.rest(situation, AS_PLANNED, start).mode))
    }
    return mode
  }

  /** Off, unplugged and without batteries, with electronics as far as they can conduct or not at all. */
  dead(held: Situation['held'], which: OhmsCase, altered: Alteration = AS_PLANNED): ChangedNetwork {
    const positions = this.deadPositions(held, altered)
    const key = `${which} ${positions.join(',')}`
    const base = this.baseAt(key, () => this.deadBase(positions, which))
    return base.network.change(this.changesOf(altered, base.network, true))
  }

  private deadPositions(held: Situation['held'], altered: Alteration): Positions {
    return this.model.movers.map(
      ({ id, device, actuator, service }) =>
        altered.stuck.get(id) ??
        held[device]?.[actuator.id] ??
        (actuator.by === 'coil' || actuator.by === 'firmware' ? actuator.rest : service),
    )
  }

  /**
   * The network behind a solution, for any simulator: resistances, sources with their own, and what ties its islands together.
   * Mains and direct current each by itself; joints by their numbers, `0` is what islands are tied to.
   */
  liveNetwork(solution: BenchSolution, altered: Alteration, system: 'ac' | 'dc'): readonly CircuitElement[] {
    const mode = modeOf(solution)
    const conductance_S = this.liveConductances(mode)
    const sources = this.sources.flatMap(({ id, plus, minus, voltage_V, limit_A, isMains }, i): CircuitElement[] => {
      if (isMains !== (system === 'ac') || mode.giving[i] === 'off' || plus === minus) return []
      const ends = { a: nodeName(plus), b: nodeName(minus) }
      const share = altered.outputs.get(id) ?? 1
      return mode.giving[i] === 'on'
        ? [{ id: `${id}#volts`, type: 'V', ...ends, value: share * voltage_V, resistance_ohm: SOURCE_OHM }]
        : [{ id: `${id}#limit`, type: 'I', a: ends.b, b: ends.a, value: limit_A! }]
    })
    // Its own resistance stands with each source that gives its volts; of the other system it is a bare resistance.
    const given = new Set(sources.flatMap(({ id, type }) => (type === 'V' ? [id.slice(0, -'#volts'.length)] : [])))
    return [...this.resistances(conductance_S, altered, (id) => given.has(id)), ...sources]
  }

  /** Which branches conduct, by their places: of a solution, or with everything off and electronics open. */
  conducting({ held }: Situation, solution: BenchSolution | null): ReadonlySet<number> {
    const conductances = solution
      ? this.liveConductances(modeOf(solution))
      : this.deadConductances(this.deadPositions(held, AS_PLANNED), 'highest')
    return new Set([...conductances.keys()].filter((at) => conductances[at] !== 0))
  }

  /** The network behind dead ohms, likewise. */
  deadNetwork(held: Situation['held'], which: OhmsCase, altered: Alteration): readonly CircuitElement[] {
    return this.resistances(this.deadConductances(this.deadPositions(held, altered), which), altered, () => false)
  }

  private resistances(
    conductance_S: Float64Array,
    altered: Alteration,
    isSource: (id: string) => boolean,
  ): readonly CircuitElement[] {
    const network = this.structure.at(conductance_S)
    const own = this.branches.flatMap(({ id, a, b }, e): CircuitElement[] => {
      const ohm = 1 / conductance_S[e]! + (altered.series.get(id) ?? 0)
      return ohm === Infinity || isSource(id) ? [] : [{ id, type: 'R', a: nodeName(a), b: nodeName(b), value: ohm }]
    })
    const across = altered.across.flatMap(({ a, b, ohm }, i): CircuitElement[] =>
      a === b || ohm === Infinity ? [] : [{ id: `across ${i}`, type: 'R', a: nodeName(a), b: nodeName(b), value: ohm }],
    )
    // What an alteration cuts off is tied too, so that every node of it has definite volts.
    const changed = network.change(this.changesOf(altered, network, false))
    const tied = new Map<number, number>()
    network.islands.forEach((island, node) => {
      if (island === node) tied.set(changed.islandOf(node), node)
    })
    const loose = [...network.islands.keys()].filter((node) => {
      const island = changed.islandOf(node)
      if (tied.has(island)) return false
      tied.set(island, node)
      return true
    })
    const ties = [...network.islands.keys()]
      .filter((node) => network.islands[node] === node)
      .concat(loose)
      .map((node): CircuitElement => ({ id: `tie ${node}`, type: 'R', a: nodeName(node), b: '0', value: TIE_OHM }))
    return [...own, ...across, ...ties]
  }

  private deadBase(positions: Positions, which: OhmsCase): Base {
    const none = new Float64Array(0)
    return { network: this.structure.at(this.deadConductances(positions, which)), ac_V: none, dc_V: none }
  }

  private deadConductances(positions: Positions, which: OhmsCase): Float64Array {
    return Float64Array.from(this.branches, ({ role, isElectronics, ohm, least_ohm, passage, source }) => {
      if (role === 'upstream' || (source !== null && !isElectronics)) return 0
      if (isElectronics) return which === 'lowest' ? 1 / least_ohm : 0
      return role === 'link' && !this.isClosed(passage!, positions) ? 0 : 1 / ohm
    })
  }

  private rest(situation: Situation, altered: Alteration, from: Mode): BenchSolution & { readonly mode: Mode } {
    let mode: Mode = { ...from, positions: this.withStuck(from.positions, altered) }
    const seen = new Set<string>()
    for (let round = 0; ; round += 1) {
      const solved = this.at(mode, altered)
      const next = this.next(situation, altered, mode, solved)
      const key = modeKey(next)
      const isAtRest = key === modeKey(mode)
      if (isAtRest || seen.has(key) || round > this.model.movers.length + this.sources.length + EXTRA_ROUNDS)
        return {
          bench: this,
          ...solved,
          mode,
          positions: mode.positions,
          giving: mode.giving,
          blown: mode.blown,
          differing: mode.differing,
          isRestless: !isAtRest,
        }
      seen.add(key)
      mode = next
    }
  }

  private withStuck(positions: Positions, { stuck }: Alteration): Positions {
    return stuck.size === 0 ? positions : positions.map((each, i) => stuck.get(this.model.movers[i]!.id) ?? each)
  }

  isClosed(passage: number, positions: Positions): boolean {
    const { link, mover } = this.model.passages[passage]!
    return mover === null || !('closedIn' in link) || link.closedIn.includes(positions[mover]!)
  }

  private at(mode: Mode, altered: Alteration): Pick<BenchSolution, 'network' | 'ac_V' | 'dc_V'> {
    const base = this.baseAt(modeKey(mode), () => this.baseOf(mode))
    const network = base.network.change(this.changesOf(altered, base.network, false))
    let { ac_V, dc_V } = base
    for (const [id, share] of altered.outputs) {
      const at = this.sources.findIndex((source) => source.id === id)
      if (at < 0 || mode.giving[at] !== 'on') continue
      const { plus, minus, voltage_V, isMains } = this.sources[at]!
      const column = base.network.response(plus, minus)
      const delta_A = ((share - 1) * voltage_V) / SOURCE_OHM
      const shifted = (isMains ? ac_V : dc_V).map((volt, k) => volt + delta_A * column[k]!)
      if (isMains) ac_V = shifted
      else dc_V = shifted
    }
    return { network, ac_V: network.volts(ac_V), dc_V: network.volts(dc_V) }
  }

  /** The last used stay. */
  private baseAt(key: string, make: () => Base): Base {
    let base = this.bases.get(key)
    if (base) this.bases.delete(key)
    else {
      if (this.bases.size >= MOST_BASES) this.bases.delete(this.bases.keys().next().value!)
      base = make()
    }
    this.bases.set(key, base)
    return base
  }

  private liveConductances(mode: Mode): Float64Array {
    const blown = new Set(mode.blown)
    const mainsOn = this.sources.some(({ isMains }, i) => isMains && mode.giving[i] !== 'off')
    return Float64Array.from(this.branches, ({ id, role, ohm, passage, source }) => {
      if (role === 'link') return blown.has(id) || !this.isClosed(passage!, mode.positions) ? 0 : 1 / ohm
      if (role === 'upstream') return mainsOn ? 1 / ohm : 0
      if (source === null) return 1 / ohm
      if (mode.giving[source] === 'on') return 1 / SOURCE_OHM
      return this.sources[source]!.isMains ? 0 : 1 / BLEED_OHM
    })
  }

  private baseOf(mode: Mode): Base {
    const network = this.structure.at(this.liveConductances(mode))
    const injections = [true, false].map((isMains) => {
      const injection = new Float64Array(this.jointCount)
      this.sources.forEach((source, i) => {
        if (source.isMains !== isMains || mode.giving[i] === 'off' || source.plus === source.minus) return
        const ampere = mode.giving[i] === 'on' ? source.voltage_V / SOURCE_OHM : source.limit_A!
        injection[source.plus]! += ampere
        injection[source.minus]! -= ampere
      })
      return network.solve(injection)
    })
    return { network, ac_V: injections[0]!, dc_V: injections[1]! }
  }

  private changesOf({ series, across }: Alteration, { conductance_S }: LinearNetwork, isDead: boolean) {
    const branches = new Map<number, number>()
    for (const [id, ohm] of series) {
      const at = this.branchAt.get(id)
      if (at === undefined || conductance_S[at] === 0) continue
      branches.set(at, ohm === Infinity ? 0 : 1 / (1 / conductance_S[at]! + ohm))
    }
    const added = across.flatMap(({ a, b, ohm }) =>
      a === b || (isDead && ohm === Infinity) ? [] : [{ a, b, conductance_S: 1 / ohm }],
    )
    return { branches, added }
  }

  /** Where everything stands once it has answered to the volts and currents of a solution. */
  private next(
    situation: Situation,
    altered: Alteration,
    mode: Mode,
    solved: Pick<BenchSolution, 'network' | 'ac_V' | 'dc_V'>,
  ): Mode {
    // What limits does so within a millisecond, before any fuse is warm.
    const limited = this.limits(mode, altered, solved)
    if (limited) return limited
    // What sees a difference opens within some hundredths of a second; a fuse at twice its rating takes longer.
    const opened = this.differs(mode, altered, solved) ?? this.opens(mode, altered, solved)
    // What blows first may keep all else from moving.
    if (opened) return opened
    const { network, ac_V, dc_V } = solved
    const live = new Set(
      this.sources.flatMap(({ plus, minus }, i) =>
        mode.giving[i] === 'off' ? [] : [network.islandOf(plus), network.islandOf(minus)],
      ),
    )
    const volts: Potentials = {
      between: (p, q) => {
        if (network.islandOf(p) !== network.islandOf(q)) return null
        const [ac, dc] = [ac_V[p]! - ac_V[q]!, dc_V[p]! - dc_V[q]!]
        return Math.abs(ac) > Math.abs(dc) ? ac : dc
      },
      isLive: (joint) => live.has(network.islandOf(joint)),
    }
    const positions = this.withStuck(moveMovers(this.model, situation, mode.positions, volts), altered)
    const giving = this.sources.map((source, i): Giving => {
      if (source.isMains && mode.blown.includes(outletName(source.device))) return 'off'
      if (!isPresent(this.model, situation, source) || (altered.outputs.get(source.id) ?? 1) === 0) return 'off'
      if (source.input && !this.isFed(source, volts)) return 'off'
      if (source.limit_A === undefined) return 'on'
      const across_V = dc_V[source.plus]! - dc_V[source.minus]!
      if (mode.giving[i] === 'on') {
        const given_A = ((altered.outputs.get(source.id) ?? 1) * source.voltage_V - across_V) / SOURCE_OHM
        return given_A > source.limit_A * LIMIT_TOL ? 'limiting' : 'on'
      }
      return mode.giving[i] === 'limiting' && across_V < source.voltage_V ? 'limiting' : 'on'
    })
    return { ...mode, positions, giving }
  }

  /** Sources asked for more than they give, at their limit; null where all keep within it. */
  private limits(mode: Mode, altered: Alteration, { dc_V }: Pick<BenchSolution, 'dc_V'>): Mode | null {
    let isChanged = false
    const giving = this.sources.map((source, i): Giving => {
      const each = mode.giving[i]!
      if (each !== 'on' || source.limit_A === undefined) return each
      const across_V = dc_V[source.plus]! - dc_V[source.minus]!
      const given_A = ((altered.outputs.get(source.id) ?? 1) * source.voltage_V - across_V) / SOURCE_OHM
      if (given_A <= source.limit_A * LIMIT_TOL) return 'on'
      isChanged = true
      return 'limiting'
    })
    return isChanged ? { ...mode, giving } : null
  }

  private isFed({ device, input }: Source, volts: Potentials): boolean {
    const across_V = volts.between(input!.plus, input!.minus)
    if (across_V === null) return false
    const { behaviour } = this.model.deviceById.get(device)!.part
    const least_V = behaviour.kind === 'supply' || behaviour.kind === 'converter' ? behaviour.min_V : 0
    return (behaviour.kind === 'supply' ? Math.abs(across_V) : across_V) >= STARTS_AT * least_V
  }

  /** The link most beyond its rating, or the outlet's breaker, opened; null where none is. */
  private opens(mode: Mode, altered: Alteration, { ac_V, dc_V }: Pick<BenchSolution, 'ac_V' | 'dc_V'>): Mode | null {
    const blown = new Set(mode.blown)
    let worst: { readonly id: string; readonly share: number } | null = null
    for (const { id, role, a, b, ohm, passage } of this.branches) {
      if (role !== 'link' || blown.has(id)) continue
      const { device, link } = this.model.passages[passage!]!
      if (link.kind !== 'protective') continue
      const { rating_A } = fittedRating(this.model.deviceById.get(device)!.device, link)
      if (rating_A === null) continue
      const own_ohm = ohm + (altered.series.get(id) ?? 0)
      const ampere = Math.hypot(ac_V[a]! - ac_V[b]!, dc_V[a]! - dc_V[b]!) / own_ohm
      const share = ampere / (BLOWS_AT * rating_A)
      if (share > 1 && share > (worst?.share ?? 0)) worst = { id, share }
    }
    if (worst) return { ...mode, blown: [...mode.blown, worst.id].sort() }
    const tripped = this.sources.find(({ id, device, plus, minus, voltage_V, isMains }, i) => {
      if (!isMains || mode.giving[i] !== 'on') return false
      const { breaker_A, curve } = outletOf(this.model.plan, device)
      const share = altered.outputs.get(id) ?? 1
      return Math.abs(share * voltage_V - (ac_V[plus]! - ac_V[minus]!)) / SOURCE_OHM > TRIPS_AT[curve] * breaker_A
    })
    return tripped ? this.withoutOutlet(mode, tripped.device) : null
  }

  /** The outlet of an inlet gone dead. */
  private withoutOutlet(mode: Mode, inlet: DeviceId): Mode {
    return {
      ...mode,
      blown: [...mode.blown, outletName(inlet)].sort(),
      giving: mode.giving.map((each, i) => {
        const { isMains, device } = this.sources[i]!
        return isMains && device === inlet ? 'off' : each
      }),
    }
  }

  /** The residual-current device that sees most of what it opens at, opened; null where none sees so much. */
  private differs(mode: Mode, altered: Alteration, { ac_V }: Pick<BenchSolution, 'ac_V'>): Mode | null {
    let most: { readonly residual: Residual; readonly share: number } | null = null
    for (const residual of this.residuals) {
      if (mode.differing.includes(residual.device)) continue
      const share =
        seenDifference_A(residual, this.branches, altered, ac_V, (at) => this.conducts(at, mode)) / residual.trips_A
      if (share > 1 && share > (most?.share ?? 0)) most = { residual, share }
    }
    if (!most) return null
    const { device, poles } = most.residual
    const differing = [...mode.differing, device].sort()
    if (poles.length === 1) return { ...this.withoutOutlet(mode, device), differing }
    const opened = poles.map((at) => this.branches[at]!.id).filter((id) => !mode.blown.includes(id))
    return { ...mode, differing, blown: [...mode.blown, ...opened].sort() }
  }

  private conducts(at: number, mode: Mode): boolean {
    const { id, passage } = this.branches[at]!
    if (passage !== null) return !mode.blown.includes(id) && this.isClosed(passage, mode.positions)
    return this.sources.some(({ isMains }, i) => isMains && mode.giving[i] !== 'off')
  }
}

/** How what is ahead of an inlet's outlet is called among what opened. */
export const outletName = (inlet: DeviceId): string => `${inlet}/outlet`

/** How a joint is called in a network that is given away. */
export const nodeName = (joint: number): string => `j${joint}`

function isPresent(model: Model, { sources }: Situation, { device, input, isMains }: Source): boolean {
  if (input) return true
  if (isMains) return sources.mains
  const { kind } = model.deviceById.get(device)!.part.behaviour
  return kind === 'outside-source' ? sources.usb : kind === 'battery' ? sources.battery : sources.mains
}

/** Where everything stood in a solution. */
const modeOf = ({ positions, giving, blown, differing }: BenchSolution): Mode => ({
  positions,
  giving,
  blown,
  differing,
})

const modeKey = ({ positions, giving, blown }: Mode) => `${positions.join(',')}|${giving.join(',')}|${blown.join(',')}`

const situationKey = (model: Model, { sources, held, memory }: Situation) =>
  JSON.stringify([sources, memory, model.movers.map(({ device, actuator }) => held[device]?.[actuator.id] ?? null)])
