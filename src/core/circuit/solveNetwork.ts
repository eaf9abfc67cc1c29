import { formatNumber } from '@/core/quantity'
import { KIND, type Network, type NetworkNames, type NetworkSolution } from './network'
import { Potentials } from './potentials'
import { compress, prepareFactorisation } from './sparse'

/** Newton stops when no potential moves by more than this share of the largest. */
const NEWTON_REL_TOL = 1e-12
const NEWTON_MAX = 60
/** Ideal sources around a loop may differ by this share before they contradict one another. */
const LOOP_REL_TOL = 1e-9
const LIMIT_REL_TOL = 1e-9
/** Sources that limit and loads that drop out change the network; each round settles at least one. */
const MODE_ROUNDS_EXTRA = 8

/** Less than this is a joint: nothing made of metal has so little, and beside it no other resistance would count. */
const JOINT_OHM = 1e-15

const NORMAL = 0
const LIMITED_OUT = 1
const LIMITED_IN = 2
const OFF = 3

/**
 * Solves a direct-current network by nodal analysis. Ideal sources merge their nodes into one unknown, which keeps the
 * conductance matrix symmetric and positive definite; constant-power loads are solved by Newton's method from the unloaded
 * network, which leads to the working (higher) voltage.
 */
export function solveNetwork(network: Network, names: NetworkNames): NetworkSolution {
  const { kind } = network
  const modes = new Uint8Array(kind.length)
  let iterations = 0
  let rounds = MODE_ROUNDS_EXTRA
  for (let i = 0; i < kind.length; i += 1) if (kind[i] === KIND.V || kind[i] === KIND.P) rounds += 1
  for (let round = 0; round < rounds; round += 1) {
    const attempt = solveModes(network, modes, names)
    iterations += attempt.iterations
    if (attempt.kind === 'refused') return { ...attempt, iterations }
    if (attempt.kind === 'drop') {
      for (const i of attempt.loads) modes[i] = OFF
      continue
    }
    if (attempt.kind === 'release') {
      modes[attempt.source] = NORMAL
      continue
    }
    if (!updateModes(network, modes, attempt)) return { ...attempt, iterations }
  }
  return {
    kind: 'refused',
    reasons: ['the limits of the sources and loads do not settle: each change of one sets off another'],
    iterations,
  }
}

type Solved = Extract<NetworkSolution, { kind: 'solved' }>
type Attempt =
  | NetworkSolution
  | { readonly kind: 'drop'; readonly loads: readonly number[]; readonly iterations: number }
  | { readonly kind: 'release'; readonly source: number; readonly iterations: number }

/** An element that fixes a voltage without resistance. */
function isIdeal({ kind, value, resistance_ohm }: Network, modes: Uint8Array, i: number): boolean {
  if (kind[i] === KIND.R) return value[i]! < JOINT_OHM
  return kind[i] === KIND.V && modes[i] === NORMAL && resistance_ohm[i] === 0
}

function isResistive({ kind, value, resistance_ohm }: Network, modes: Uint8Array, i: number): boolean {
  if (kind[i] === KIND.R) return value[i]! >= JOINT_OHM
  return kind[i] === KIND.V && modes[i] === NORMAL && resistance_ohm[i] !== 0
}

/** Merges the nodes of ideal elements. Limited sources come last: where they contradict the others, they limit. */
function tieIdeal(
  network: Network,
  modes: Uint8Array,
  names: NetworkNames,
): { readonly tied: Potentials; readonly reasons: readonly string[] } {
  const { kind, a, b, value, limit_A } = network
  const tied = new Potentials(network.nodes)
  const reasons: string[] = []
  const tie = (i: number) => {
    const value_V = kind[i] === KIND.V ? value[i]! : 0
    const mismatch_V = tied.tie(a[i]!, b[i]!, value_V)
    if (mismatch_V === null) return
    const isContradiction = Math.abs(mismatch_V) > LOOP_REL_TOL * Math.max(1, Math.abs(value_V))
    if (isContradiction && limit_A[i] !== Infinity) modes[i] = mismatch_V < 0 ? LIMITED_OUT : LIMITED_IN
    else if (isContradiction)
      reasons.push(
        `${names.element(i)} contradicts the other ideal sources around its loop by ${formatNumber(Math.abs(mismatch_V))} V`,
      )
    else
      reasons.push(
        `${names.element(i)} closes a loop of ideal sources and joints: how they share the current is not defined; give one a resistance`,
      )
  }
  const limited: number[] = []
  for (let i = 0; i < kind.length; i += 1) {
    // A joint from a node to itself joins nothing.
    if (!isIdeal(network, modes, i) || (kind[i] === KIND.R && a[i] === b[i])) continue
    if (limit_A[i] === Infinity) tie(i)
    else limited.push(i)
  }
  limited.forEach(tie)
  return { tied, reasons }
}

function solveModes(network: Network, modes: Uint8Array, names: NetworkNames): Attempt {
  const { nodes: count, kind, a, b, value, resistance_ohm, limit_A, minimum_V } = network
  const { tied, reasons } = tieIdeal(network, modes, names)
  if (reasons.length > 0) return { kind: 'refused', reasons, iterations: 0 }
  const floating = floatingNodes(network, modes)
  if (floating.length > 0) {
    const source = sourceToRelease(network, modes, floating)
    if (source !== null) return { kind: 'release', source, iterations: 0 }
    return { kind: 'refused', iterations: 0, reasons: [floatingReason(floating, names)] }
  }

  // Unknowns: the roots of tied groups, but for the ground's.
  const unknown = new Int32Array(count)
  const offset_V = new Float64Array(count)
  const unknownOf = new Int32Array(count).fill(-1)
  const groundRoot = tied.root(0)
  const groundOffset_V = tied.offset_V(0)
  let n = 0
  for (let k = 0; k < count; k += 1) {
    const root = tied.root(k)
    offset_V[k] = tied.offset_V(k)
    if (root === groundRoot) {
      unknown[k] = -1
      offset_V[k]! -= groundOffset_V
      continue
    }
    if (unknownOf[root] === -1) {
      unknownOf[root] = n
      n += 1
    }
    unknown[k] = unknownOf[root]!
  }

  // Entries of the matrix, in the order in which `fill` gives their values.
  const rows = new Int32Array(4 * kind.length)
  const columns = new Int32Array(4 * kind.length)
  let entries = 0
  const stamped = new Uint8Array(kind.length)
  for (let i = 0; i < kind.length; i += 1) {
    if (!isResistive(network, modes, i) && !(kind[i] === KIND.P && modes[i] !== OFF)) continue
    const ua = unknown[a[i]!]!
    const ub = unknown[b[i]!]!
    if (ua === ub) continue
    stamped[i] = 1
    if (ua >= 0) {
      rows[entries] = ua
      columns[entries] = ua
      entries += 1
    }
    if (ub >= 0) {
      rows[entries] = ub
      columns[entries] = ub
      entries += 1
    }
    if (ua >= 0 && ub >= 0) {
      rows[entries] = ua
      columns[entries] = ub
      rows[entries + 1] = ub
      columns[entries + 1] = ua
      entries += 2
    }
  }
  const pattern = compress(n, rows.subarray(0, entries), columns.subarray(0, entries))
  const factorisation = prepareFactorisation(pattern)
  const values = new Float64Array(pattern.row.length)
  const rhs = new Float64Array(n)
  const potentials_V = offset_V.slice()

  /** Stamps every element linearised about the present potentials. Power loads are left out on the first, unloaded, pass. */
  const fill = (withPower: boolean) => {
    values.fill(0)
    rhs.fill(0)
    let entry = 0
    for (let i = 0; i < kind.length; i += 1) {
      const na = a[i]!
      const nb = b[i]!
      const ua = unknown[na]!
      const ub = unknown[nb]!
      let conductance = 0
      // Current from a to b at zero voltage across.
      let injection_A = 0
      if (kind[i] === KIND.R) conductance = value[i]! < JOINT_OHM ? 0 : 1 / value[i]!
      else if (kind[i] === KIND.I) injection_A = value[i]!
      else if (kind[i] === KIND.V) {
        if (modes[i] === LIMITED_OUT) injection_A = -limit_A[i]!
        else if (modes[i] === LIMITED_IN) injection_A = limit_A[i]!
        else if (resistance_ohm[i] !== 0) {
          conductance = 1 / resistance_ohm[i]!
          injection_A = -value[i]! / resistance_ohm[i]!
        }
      } else if (modes[i] !== OFF && withPower && value[i] !== 0) {
        const across_V = potentials_V[na]! - potentials_V[nb]!
        conductance = -value[i]! / across_V ** 2
        injection_A = (2 * value[i]!) / across_V
      }
      if (stamped[i] === 1) {
        if (ua >= 0) {
          values[pattern.slot[entry]!]! += conductance
          entry += 1
        }
        if (ub >= 0) {
          values[pattern.slot[entry]!]! += conductance
          entry += 1
        }
        if (ua >= 0 && ub >= 0) {
          values[pattern.slot[entry]!]! -= conductance
          values[pattern.slot[entry + 1]!]! -= conductance
          entry += 2
        }
      }
      if (ua === ub) continue
      const shift_A = injection_A + conductance * (offset_V[na]! - offset_V[nb]!)
      if (ua >= 0) rhs[ua]! -= shift_A
      if (ub >= 0) rhs[ub]! += shift_A
    }
  }
  const spread = (x: Float64Array): number => {
    let moved_V = 0
    for (let k = 0; k < count; k += 1) {
      const next = unknown[k]! >= 0 ? x[unknown[k]!]! + offset_V[k]! : offset_V[k]!
      moved_V = Math.max(moved_V, Math.abs(next - potentials_V[k]!))
      potentials_V[k] = next
    }
    return moved_V
  }

  const loads: number[] = []
  for (let i = 0; i < kind.length; i += 1) if (kind[i] === KIND.P && modes[i] !== OFF && value[i] !== 0) loads.push(i)
  fill(false)
  if (!factorisation.factor(values))
    return {
      kind: 'refused',
      iterations: 1,
      reasons: ['the network has no definite answer: its resistances are too unequal to solve'],
    }
  spread(factorisation.solve(rhs))
  let iterations = 1
  const across = (i: number) => potentials_V[a[i]!]! - potentials_V[b[i]!]!
  if (loads.length > 0) {
    const starved = loads.filter((i) => (minimum_V[i] === 0 ? across(i) === 0 : across(i) <= minimum_V[i]!))
    if (starved.length > 0) return { kind: 'drop', loads: starved, iterations }
    // A load that names no least voltage works either way round; it may not turn over on the way to the answer.
    const signs = loads.map((i) => Math.sign(across(i)))
    let isSettled = false
    while (!isSettled && iterations < NEWTON_MAX) {
      fill(true)
      iterations += 1
      if (!factorisation.factor(values)) break
      const moved_V = spread(factorisation.solve(rhs))
      if (loads.some((i, at) => across(i) * signs[at]! <= 0)) break
      isSettled = moved_V <= NEWTON_REL_TOL * Math.max(1e-9, largest(potentials_V))
    }
    if (!isSettled) {
      const dropping = loads.filter((i) => minimum_V[i]! > 0)
      const worst = dropping.sort((x, y) => across(x) - across(y))[0]
      // Under-voltage lock-out is what ends a collapse in the real circuit: the lowest load lets go first.
      if (worst !== undefined) return { kind: 'drop', loads: [worst], iterations }
      return {
        kind: 'refused',
        iterations,
        reasons: [
          `${loads
            .slice(0, 6)
            .map((i) => names.element(i))
            .join(', ')}: more power is drawn than the network can deliver; the voltage collapses`,
        ],
      }
    }
  }

  const currents_A = new Float64Array(kind.length)
  for (let i = 0; i < kind.length; i += 1) {
    const voltage = across(i)
    if (kind[i] === KIND.R) currents_A[i] = value[i]! < JOINT_OHM ? 0 : voltage / value[i]!
    else if (kind[i] === KIND.I) currents_A[i] = value[i]!
    else if (kind[i] === KIND.P) currents_A[i] = modes[i] === OFF || value[i] === 0 ? 0 : value[i]! / voltage
    else if (modes[i] === LIMITED_OUT) currents_A[i] = -limit_A[i]!
    else if (modes[i] === LIMITED_IN) currents_A[i] = limit_A[i]!
    else if (resistance_ohm[i] !== 0) currents_A[i] = (voltage - value[i]!) / resistance_ohm[i]!
  }
  balanceIdeal(network, modes, currents_A)
  return { kind: 'solved', potentials_V, currents_A, iterations }
}

function largest(values: Float64Array): number {
  let most = 0
  for (let k = 0; k < values.length; k += 1) most = Math.max(most, Math.abs(values[k]!))
  return most
}

/** Nodes without a path of resistances and voltage sources to the ground. */
function floatingNodes(network: Network, modes: Uint8Array): number[] {
  const { nodes, kind, a, b } = network
  const joined = new Potentials(nodes)
  for (let i = 0; i < kind.length; i += 1)
    if (isIdeal(network, modes, i) || isResistive(network, modes, i)) joined.tie(a[i]!, b[i]!, 0)
  const home = joined.root(0)
  const floating: number[] = []
  for (let k = 0; k < nodes; k += 1) if (joined.root(k) !== home) floating.push(k)
  return floating
}

/** Where every source about a node limits, one of them holds the voltage after all: one that was made to absorb, else the lowest. */
function sourceToRelease(
  { kind, a, b, value }: Network,
  modes: Uint8Array,
  floating: readonly number[],
): number | null {
  const isFloating = new Set(floating)
  let chosen: number | null = null
  for (let i = 0; i < kind.length; i += 1) {
    if (kind[i] !== KIND.V || modes[i] === NORMAL || !(isFloating.has(a[i]!) || isFloating.has(b[i]!))) continue
    if (chosen === null || modes[i]! > modes[chosen]! || (modes[i] === modes[chosen] && value[i]! < value[chosen]!))
      chosen = i
  }
  return chosen
}

const NAMED_NODES = 12

function floatingReason(floating: readonly number[], names: NetworkNames): string {
  const shown = floating
    .slice(0, NAMED_NODES)
    .map((k) => names.node(k))
    .join(', ')
  const rest = floating.length > NAMED_NODES ? ` and ${floating.length - NAMED_NODES} more` : ''
  return floating.length === 1
    ? `node ${shown} floats: no resistance or source ties it to ${names.node(0)}`
    : `nodes ${shown}${rest} float: no resistance or source ties them to ${names.node(0)}`
}

/** Kirchhoff's current law gives the currents of ideal elements, leaf by leaf of the forest that they form. */
function balanceIdeal(network: Network, modes: Uint8Array, currents_A: Float64Array): void {
  const { nodes, kind, a, b } = network
  const outflow_A = new Float64Array(nodes)
  const incident = new Map<number, Set<number>>()
  for (let i = 0; i < kind.length; i += 1) {
    if (!isIdeal(network, modes, i) || a[i] === b[i]) {
      outflow_A[a[i]!]! += currents_A[i]!
      outflow_A[b[i]!]! -= currents_A[i]!
      continue
    }
    for (const end of [a[i]!, b[i]!]) {
      const set = incident.get(end)
      if (set) set.add(i)
      else incident.set(end, new Set([i]))
    }
  }
  const leaves = [...incident].filter(([node, set]) => set.size === 1 && node !== 0).map(([node]) => node)
  while (leaves.length > 0) {
    const leaf = leaves.pop()!
    const i = incident.get(leaf)!.values().next().value
    if (i === undefined) continue
    currents_A[i] = leaf === a[i] ? -outflow_A[leaf]! : outflow_A[leaf]!
    const other = leaf === a[i] ? b[i]! : a[i]!
    outflow_A[other]! += other === a[i] ? currents_A[i]! : -currents_A[i]!
    incident.get(leaf)!.delete(i)
    incident.get(other)!.delete(i)
    if (incident.get(other)!.size === 1 && other !== 0) leaves.push(other)
  }
}

/** Moves sources and loads to the mode their solved values call for; false when all are in it. */
function updateModes(
  { kind, a, b, value, limit_A, minimum_V }: Network,
  modes: Uint8Array,
  { potentials_V, currents_A }: Solved,
): boolean {
  let isChanged = false
  for (let i = 0; i < kind.length; i += 1) {
    if (kind[i] !== KIND.V && kind[i] !== KIND.P) continue
    const across_V = potentials_V[a[i]!]! - potentials_V[b[i]!]!
    const [before, limit] = [modes[i]!, limit_A[i]!]
    if (kind[i] === KIND.P) {
      if (before === NORMAL && minimum_V[i] !== 0 && across_V < minimum_V[i]! * (1 - LIMIT_REL_TOL)) modes[i] = OFF
    } else if (before === NORMAL) {
      if (Math.abs(currents_A[i]!) > limit * (1 + LIMIT_REL_TOL))
        modes[i] = currents_A[i]! < 0 ? LIMITED_OUT : LIMITED_IN
    } else if (
      (before === LIMITED_OUT && across_V > value[i]! * (1 + LIMIT_REL_TOL)) ||
      (before === LIMITED_IN && across_V < value[i]! * (1 - LIMIT_REL_TOL))
    )
      modes[i] = NORMAL
    if (modes[i] !== before) isChanged = true
  }
  return isChanged
}
