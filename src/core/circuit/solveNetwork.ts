import { balanceIdealMutable } from './balanceIdeal'
import { layOut, type Layout } from './layout'
import { System } from './linearise'
import {
  floatingNodes,
  floatingReason,
  JOINT_OHM,
  MODE,
  sourceToRelease,
  tieIdealMutable,
  updateModesMutable,
} from './modes'
import { KIND, type Network, type NetworkNames, type NetworkSolution, type NetworkValues } from './network'

/** Newton stops when no potential moves by more than this share of the largest. */
const NEWTON_REL_TOL = 1e-12
const NEWTON_MAX = 60
/** Sources that limit and loads that drop out change the network; each round settles at least one. */
const MODE_ROUNDS_EXTRA = 8
/** As many analyses of one network are kept as a person meets: all well, and a few overloads. */
const MOST_LAYOUTS = 8

export interface PreparedNetwork {
  /** Solves it, for other values where they are given. Nothing that was given is written into. */
  solve(names: NetworkNames, values?: NetworkValues): NetworkSolution
}

/**
 * Direct-current networks by nodal analysis, prepared once and solved for values as often as asked. Ideal sources merge
 * their nodes into one unknown, which keeps the conductance matrix symmetric and positive definite; constant-power loads are
 * solved by Newton's method from the unloaded network, which leads to the working (higher) voltage.
 */
export function prepareNetwork(structure: Network): PreparedNetwork {
  const layouts = new Map<string, Layout>()
  return {
    solve: (names, values = {}) => solveThrough({ ...structure, ...values }, names, layouts),
  }
}

export function solveNetwork(network: Network, names: NetworkNames): NetworkSolution {
  return prepareNetwork(network).solve(names)
}

/** From mode to mode until every source and load is in the one that its solved values call for. */
function solveThrough(network: Network, names: NetworkNames, layouts: Map<string, Layout>): NetworkSolution {
  const { kind } = network
  const modes = new Uint8Array(kind.length)
  const limiting = new Set<number>()
  let iterations = 0
  let rounds = MODE_ROUNDS_EXTRA
  for (let i = 0; i < kind.length; i += 1) if (kind[i] === KIND.V || kind[i] === KIND.P) rounds += 1
  for (let round = 0; round < rounds; round += 1) {
    const attempt = solveModes(network, modes, names, layouts)
    iterations += attempt.iterations
    if (attempt.kind === 'refused') return { ...attempt, iterations }
    if (attempt.kind === 'drop') {
      for (const i of attempt.loads) modes[i] = MODE.OFF
      continue
    }
    if (attempt.kind === 'release') {
      modes[attempt.source] = MODE.NORMAL
      continue
    }
    const moved = updateModesMutable(network, modes, attempt)
    for (const i of moved) if (kind[i] === KIND.V && modes[i] === MODE.LIMITED_OUT) limiting.add(i)
    if (moved.length > 0) continue
    const dropped: number[] = []
    for (let i = 0; i < kind.length; i += 1) {
      if (kind[i] === KIND.P && modes[i] === MODE.OFF) dropped.push(i)
      if (kind[i] === KIND.V && modes[i] === MODE.LIMITED_OUT) limiting.add(i)
    }
    return { ...attempt, iterations, limiting: [...limiting], dropped }
  }
  return { kind: 'refused', reasons: [overloadReason([...limiting], names)], iterations }
}

/** Limits that set one another off come of a load beyond what there is: the sources that were asked too much. */
function overloadReason(limiting: readonly number[], names: NetworkNames): string {
  if (limiting.length === 0) return 'the loads take turns in letting go: each that does lets another come back'
  const who = [...new Set(limiting.map((i) => names.element(i)))].slice(0, 6).join(', ')
  return `more is asked of ${who} than ${limiting.length === 1 ? 'it gives' : 'they give'}: the limit is passed, and no steady voltage is left`
}

type Attempt =
  | Exclude<NetworkSolution, { kind: 'solved' }>
  | {
      readonly kind: 'solved'
      readonly potentials_V: Float64Array
      readonly currents_A: Float64Array
      readonly iterations: number
    }
  | { readonly kind: 'drop'; readonly loads: readonly number[]; readonly iterations: number }
  | { readonly kind: 'release'; readonly source: number; readonly iterations: number }

/** Solves with every source and load in its present mode, or says which of them must change first. */
function solveModes(network: Network, modes: Uint8Array, names: NetworkNames, layouts: Map<string, Layout>): Attempt {
  const { nodes: count, a, b } = network
  const { tied, reasons } = tieIdealMutable(network, modes, names)
  if (reasons.length > 0) return { kind: 'refused', reasons, iterations: 0 }
  const key = keyOf(network, modes)
  let layout = layouts.get(key)
  // A network laid out before hung together then, and does so still.
  if (!layout) {
    const floating = floatingNodes(network, modes)
    if (floating.length > 0) {
      const source = sourceToRelease(network, modes, floating)
      if (source !== null) return { kind: 'release', source, iterations: 0 }
      return { kind: 'refused', iterations: 0, reasons: [floatingReason(floating, names)] }
    }
    if (layouts.size >= MOST_LAYOUTS) layouts.clear()
    layouts.set(key, (layout = layOut(network, modes, tied)))
  }
  const offset_V = new Float64Array(count)
  const groundRoot = tied.root(0)
  const groundOffset_V = tied.offset_V(0)
  for (let k = 0; k < count; k += 1) {
    const root = tied.root(k)
    offset_V[k] = tied.offset_V(k) - (root === groundRoot ? groundOffset_V : 0)
  }
  const system = new System(network, modes, layout, offset_V)
  const potentials_V = offset_V.slice()
  const { factorisation } = layout
  system.fill(potentials_V, false)
  if (!factorisation.factor(system.values))
    return {
      kind: 'refused',
      iterations: 1,
      reasons: ['the network has no definite answer: its resistances are too unequal to solve'],
    }
  system.spreadMutable(factorisation.solve(system.rhs), potentials_V)
  const across = (i: number) => potentials_V[a[i]!]! - potentials_V[b[i]!]!
  const loaded = loadMutable({ network, modes, names, layout, system, potentials_V, across })
  if (loaded.kind !== 'loaded') return loaded
  const currents_A = elementCurrents(network, modes, across)
  balanceIdealMutable(network, modes, currents_A)
  return { kind: 'solved', potentials_V, currents_A, iterations: loaded.iterations }
}

/** Which analysis fits: the modes, joints and open resistances of a network. Most elements have none of them: only the others are named. */
function keyOf({ kind, value }: Network, modes: Uint8Array): string {
  let key = ''
  for (let i = 0; i < kind.length; i += 1) {
    const isR = kind[i] === KIND.R
    if (modes[i] !== 0) key += `${i}:${modes[i]},`
    else if (isR && value[i]! < JOINT_OHM) key += `${i}j`
    else if (isR && value[i] === Infinity) key += `${i}o`
  }
  return key
}

interface Loading {
  readonly network: Network
  readonly modes: Uint8Array
  readonly names: NetworkNames
  readonly layout: Layout
  readonly system: System
  readonly potentials_V: Float64Array
  across(i: number): number
}

type Loaded = { readonly kind: 'loaded'; readonly iterations: number } | Extract<Attempt, { kind: 'drop' | 'refused' }>

/** Newton's method on the constant-power loads, from the unloaded network on; `potentials_V` ends at the answer. */
function loadMutable({ network, modes, names, layout, system, potentials_V, across }: Loading): Loaded {
  const { kind, value, minimum_V } = network
  const loads: number[] = []
  for (let i = 0; i < kind.length; i += 1)
    if (kind[i] === KIND.P && modes[i] !== MODE.OFF && value[i] !== 0) loads.push(i)
  let iterations = 1
  if (loads.length === 0) return { kind: 'loaded', iterations }
  const starved = loads.filter((i) => (minimum_V[i] === 0 ? across(i) === 0 : across(i) <= minimum_V[i]!))
  if (starved.length > 0) return { kind: 'drop', loads: starved, iterations }
  // A load that names no least voltage works either way round; it may not turn over on the way to the answer.
  const signs = loads.map((i) => Math.sign(across(i)))
  while (iterations < NEWTON_MAX) {
    system.fill(potentials_V, true)
    iterations += 1
    if (!layout.factorisation.factor(system.values)) break
    const moved_V = system.spreadMutable(layout.factorisation.solve(system.rhs), potentials_V)
    if (loads.some((i, at) => across(i) * signs[at]! <= 0)) break
    if (moved_V <= NEWTON_REL_TOL * Math.max(1e-9, largest(potentials_V))) return { kind: 'loaded', iterations }
  }
  // Under-voltage lock-out is what ends a collapse in the real circuit: the lowest load lets go first.
  const worst = loads.filter((i) => minimum_V[i]! > 0).sort((x, y) => across(x) - across(y))[0]
  if (worst !== undefined) return { kind: 'drop', loads: [worst], iterations }
  const who = loads
    .slice(0, 6)
    .map((i) => names.element(i))
    .join(', ')
  return {
    kind: 'refused',
    iterations,
    reasons: [`${who}: more power is drawn than the network can deliver; the voltage collapses`],
  }
}

function elementCurrents(network: Network, modes: Uint8Array, across: (i: number) => number): Float64Array {
  const { kind, value, resistance_ohm, limit_A } = network
  const currents_A = new Float64Array(kind.length)
  for (let i = 0; i < kind.length; i += 1) {
    if (kind[i] === KIND.R) currents_A[i] = value[i]! < JOINT_OHM ? 0 : across(i) / value[i]!
    else if (kind[i] === KIND.I) currents_A[i] = value[i]!
    else if (kind[i] === KIND.P) currents_A[i] = modes[i] === MODE.OFF || value[i] === 0 ? 0 : value[i]! / across(i)
    else if (modes[i] === MODE.LIMITED_OUT) currents_A[i] = -limit_A[i]!
    else if (modes[i] === MODE.LIMITED_IN) currents_A[i] = limit_A[i]!
    else if (resistance_ohm[i] !== 0) currents_A[i] = (across(i) - value[i]!) / resistance_ohm[i]!
  }
  return currents_A
}

function largest(values: Float64Array): number {
  let most = 0
  for (let k = 0; k < values.length; k += 1) most = Math.max(most, Math.abs(values[k]!))
  return most
}
