import { formatNumber } from '@/core/quantity'
import { Potentials } from './potentials'
import { compress, prepareFactorisation } from './sparse'
import type { CircuitElement, CircuitRequest, CircuitSolution } from './types'

/** Newton stops when no potential moves by more than this share of the largest. */
const NEWTON_REL_TOL = 1e-12
const NEWTON_MAX = 60
/** Ideal sources around a loop may differ by this share before they contradict one another. */
const LOOP_REL_TOL = 1e-9
const LIMIT_REL_TOL = 1e-9
/** Sources that limit and loads that drop out change the network; each round settles at least one. */
const MODE_ROUNDS_EXTRA = 8

type Mode = 'normal' | 'limited-out' | 'limited-in' | 'off'

interface Node {
  readonly index: Map<string, number>
  readonly names: string[]
}

/**
 * Solves a direct-current network: node potentials and the current through each element.
 *
 * Ideal sources merge their nodes into one unknown, which keeps the conductance matrix symmetric and positive definite;
 * constant-power loads are solved by Newton's method from the unloaded network, which leads to the working (higher) voltage.
 * A network without a definite answer (floating nodes, contradictory sources, a load beyond what the network delivers)
 * comes back with `feasible: false` and the names.
 */
export function solveCircuit(request: CircuitRequest): CircuitSolution {
  const nodes = indexNodes(request)
  const { elements } = request
  const modes: Mode[] = elements.map(() => 'normal')
  let iterations = 0
  const rounds = elements.filter((element) => element.type === 'V' || element.type === 'P').length + MODE_ROUNDS_EXTRA
  for (let round = 0; round < rounds; round += 1) {
    const attempt = solveModes(request.ground, elements, modes, nodes)
    iterations += attempt.iterations
    if (attempt.kind === 'refused') return refuse(attempt.reasons, iterations)
    if (attempt.kind === 'drop') {
      for (const i of attempt.loads) modes[i] = 'off'
      continue
    }
    if (!updateModes(elements, modes, attempt.potentials_V, attempt.currents_A, nodes)) return collect(elements, attempt.potentials_V, attempt.currents_A, nodes, iterations)
  }
  return refuse(['the limits of the sources and loads do not settle: each change of one sets off another'], iterations)
}

function indexNodes(request: CircuitRequest): Node {
  const index = new Map<string, number>()
  const names: string[] = []
  const visit = (name: string) => {
    if (index.has(name)) return
    index.set(name, names.length)
    names.push(name)
  }
  visit(request.ground)
  for (const element of request.elements) {
    visit(element.a)
    visit(element.b)
  }
  return { index, names }
}

type Attempt =
  | { readonly kind: 'solved'; readonly potentials_V: Float64Array; readonly currents_A: Float64Array; readonly iterations: number }
  | { readonly kind: 'drop'; readonly loads: readonly number[]; readonly iterations: number }
  | { readonly kind: 'refused'; readonly reasons: readonly string[]; readonly iterations: number }

/** An element that fixes a voltage without resistance. */
function isIdeal(element: CircuitElement, mode: Mode): boolean {
  if (element.type === 'R') return element.value === 0
  return element.type === 'V' && mode === 'normal' && !element.resistance_ohm
}

function isResistive(element: CircuitElement, mode: Mode): boolean {
  if (element.type === 'R') return element.value !== 0
  return element.type === 'V' && mode === 'normal' && !!element.resistance_ohm
}

function solveModes(ground: string, elements: readonly CircuitElement[], modes: readonly Mode[], nodes: Node): Attempt {
  const at = (name: string) => nodes.index.get(name)!
  const count = nodes.names.length
  const tied = new Potentials(count)
  const reasons: string[] = []
  for (const [i, element] of elements.entries()) {
    if (!isIdeal(element, modes[i]!)) continue
    const value_V = element.type === 'V' ? element.value : 0
    const mismatch = tied.tie(at(element.a), at(element.b), value_V)
    if (mismatch === null) continue
    reasons.push(
      Math.abs(mismatch) > LOOP_REL_TOL * Math.max(1, Math.abs(value_V))
        ? `${element.id} contradicts the other ideal sources around its loop by ${formatNumber(Math.abs(mismatch))} V`
        : `${element.id} closes a loop of ideal sources and joints: how they share the current is not defined; give one a resistance`,
    )
  }
  if (reasons.length > 0) return { kind: 'refused', reasons, iterations: 0 }
  const floating = floatingNodes(ground, elements, modes, nodes)
  if (floating.length > 0) {
    return { kind: 'refused', iterations: 0, reasons: [`${floating.length === 1 ? 'node' : 'nodes'} ${floating.slice(0, 12).join(', ')}${floating.length > 12 ? ` and ${floating.length - 12} more` : ''} ${floating.length === 1 ? 'floats' : 'float'}: no resistance or source ties ${floating.length === 1 ? 'it' : 'them'} to ${ground}`] }
  }

  // Unknowns: the roots of tied groups, but for the ground's.
  const rootOf = new Int32Array(count)
  const offset_V = new Float64Array(count)
  const groundAt = tied.find(0)
  const unknownOf = new Map<number, number>()
  for (let k = 0; k < count; k += 1) {
    const found = tied.find(k)
    offset_V[k] = found.offset_V
    if (found.root === groundAt.root) {
      rootOf[k] = -1
      offset_V[k]! -= groundAt.offset_V
      continue
    }
    if (!unknownOf.has(found.root)) unknownOf.set(found.root, unknownOf.size)
    rootOf[k] = unknownOf.get(found.root)!
  }
  const n = unknownOf.size

  // Entries of the matrix, in the order in which `fill` gives their values.
  const rows: number[] = []
  const columns: number[] = []
  const stamped = elements.map((element, i) => isResistive(element, modes[i]!) || (element.type === 'P' && modes[i] !== 'off'))
  for (const [i, element] of elements.entries()) {
    if (!stamped[i]) continue
    const a = rootOf[at(element.a)]!
    const b = rootOf[at(element.b)]!
    if (a === b) continue
    if (a >= 0) { rows.push(a); columns.push(a) }
    if (b >= 0) { rows.push(b); columns.push(b) }
    if (a >= 0 && b >= 0) { rows.push(a, b); columns.push(b, a) }
  }
  const pattern = compress(n, rows, columns)
  const factorisation = prepareFactorisation(pattern)
  const values = new Float64Array(pattern.row.length)
  const rhs = new Float64Array(n)
  const potentials_V = Float64Array.from(offset_V)

  /** Stamps every element linearised about the present potentials. Power loads are left out on the first, unloaded, pass. */
  const fill = (withPower: boolean) => {
    values.fill(0)
    rhs.fill(0)
    let entry = 0
    for (const [i, element] of elements.entries()) {
      const na = at(element.a)
      const nb = at(element.b)
      const a = rootOf[na]!
      const b = rootOf[nb]!
      let conductance = 0
      // Current from a to b at zero voltage across.
      let injection_A = 0
      if (element.type === 'R' && element.value !== 0) conductance = 1 / element.value
      else if (element.type === 'I') injection_A = element.value
      else if (element.type === 'V') {
        if (modes[i] === 'limited-out') injection_A = -element.limit_A!
        else if (modes[i] === 'limited-in') injection_A = element.limit_A!
        else if (element.resistance_ohm) {
          conductance = 1 / element.resistance_ohm
          injection_A = -element.value / element.resistance_ohm
        }
      } else if (element.type === 'P' && modes[i] !== 'off' && withPower) {
        const across_V = potentials_V[na]! - potentials_V[nb]!
        conductance = -element.value / across_V ** 2
        injection_A = (2 * element.value) / across_V
      }
      if (stamped[i] && a !== b) {
        if (a >= 0) values[pattern.slot[entry++]!]! += conductance
        if (b >= 0) values[pattern.slot[entry++]!]! += conductance
        if (a >= 0 && b >= 0) {
          values[pattern.slot[entry++]!]! -= conductance
          values[pattern.slot[entry++]!]! -= conductance
        }
      }
      const shift_A = injection_A + conductance * (offset_V[na]! - offset_V[nb]!)
      if (a === b) continue
      if (a >= 0) rhs[a]! -= shift_A
      if (b >= 0) rhs[b]! += shift_A
    }
  }
  const spread = (x: Float64Array): number => {
    let moved = 0
    for (let k = 0; k < count; k += 1) {
      const next = rootOf[k]! >= 0 ? x[rootOf[k]!]! + offset_V[k]! : offset_V[k]!
      moved = Math.max(moved, Math.abs(next - potentials_V[k]!))
      potentials_V[k] = next
    }
    return moved
  }

  const powerLoads = elements.flatMap((element, i) => (element.type === 'P' && modes[i] !== 'off' && element.value !== 0 ? [i] : []))
  fill(false)
  if (!factorisation.factor(values)) return { kind: 'refused', iterations: 1, reasons: ['the network has no definite answer: its resistances are too unequal to solve'] }
  spread(factorisation.solve(rhs))
  let iterations = 1
  const across = (i: number) => potentials_V[at(elements[i]!.a)]! - potentials_V[at(elements[i]!.b)]!
  const starved = () => powerLoads.filter((i) => across(i) <= Math.max(0, (elements[i] as { minimum_V?: number }).minimum_V ?? 0))
  if (powerLoads.length > 0) {
    const before = starved()
    if (before.length > 0) return { kind: 'drop', loads: before, iterations }
    let isSettled = false
    while (!isSettled && iterations < NEWTON_MAX) {
      fill(true)
      iterations += 1
      if (!factorisation.factor(values)) break
      const moved_V = spread(factorisation.solve(rhs))
      if (powerLoads.some((i) => across(i) <= 0)) break
      isSettled = moved_V <= NEWTON_REL_TOL * Math.max(1e-9, largest(potentials_V))
    }
    if (!isSettled) {
      const dropping = powerLoads.filter((i) => ((elements[i] as { minimum_V?: number }).minimum_V ?? 0) > 0)
      const worst = [...dropping].sort((x, y) => across(x) - across(y))[0]
      // Under-voltage lock-out is what ends a collapse in the real circuit: the lowest load lets go first.
      if (worst !== undefined) return { kind: 'drop', loads: [worst], iterations }
      const names = powerLoads.map((i) => elements[i]!.id)
      return { kind: 'refused', iterations, reasons: [`${names.slice(0, 6).join(', ')}: more power is drawn than the network can deliver; the voltage collapses`] }
    }
  }

  const currents_A = new Float64Array(elements.length)
  for (const [i, element] of elements.entries()) {
    const voltage = across(i)
    if (element.type === 'R' && element.value !== 0) currents_A[i] = voltage / element.value
    else if (element.type === 'I') currents_A[i] = element.value
    else if (element.type === 'P') currents_A[i] = modes[i] === 'off' || element.value === 0 ? 0 : element.value / voltage
    else if (element.type === 'V' && modes[i] === 'limited-out') currents_A[i] = -element.limit_A!
    else if (element.type === 'V' && modes[i] === 'limited-in') currents_A[i] = element.limit_A!
    else if (element.type === 'V' && element.resistance_ohm) currents_A[i] = (voltage - element.value) / element.resistance_ohm
  }
  balanceIdeal(elements, modes, nodes, currents_A)
  return { kind: 'solved', potentials_V, currents_A, iterations }
}

function largest(values: Float64Array): number {
  let most = 0
  for (const value of values) most = Math.max(most, Math.abs(value))
  return most
}

/** Nodes without a path of resistances and voltage sources to the ground. */
function floatingNodes(ground: string, elements: readonly CircuitElement[], modes: readonly Mode[], nodes: Node): string[] {
  const joined = new Potentials(nodes.names.length)
  for (const [i, element] of elements.entries()) {
    if (isIdeal(element, modes[i]!) || isResistive(element, modes[i]!)) joined.tie(nodes.index.get(element.a)!, nodes.index.get(element.b)!, 0)
  }
  const home = joined.find(nodes.index.get(ground)!).root
  return nodes.names.filter((_, k) => joined.find(k).root !== home)
}

/** Kirchhoff's current law gives the currents of ideal elements, leaf by leaf of the forest that they form. */
function balanceIdeal(elements: readonly CircuitElement[], modes: readonly Mode[], nodes: Node, currents_A: Float64Array): void {
  const outflow_A = new Float64Array(nodes.names.length)
  const incident = new Map<number, Set<number>>()
  for (const [i, element] of elements.entries()) {
    const a = nodes.index.get(element.a)!
    const b = nodes.index.get(element.b)!
    if (!isIdeal(element, modes[i]!)) {
      outflow_A[a]! += currents_A[i]!
      outflow_A[b]! -= currents_A[i]!
      continue
    }
    for (const end of [a, b]) {
      if (!incident.has(end)) incident.set(end, new Set())
      incident.get(end)!.add(i)
    }
  }
  const groundIndex = 0
  const leaves = [...incident].filter(([node, set]) => set.size === 1 && node !== groundIndex).map(([node]) => node)
  while (leaves.length > 0) {
    const leaf = leaves.pop()!
    const i = incident.get(leaf)!.values().next().value
    if (i === undefined) continue
    const element = elements[i]!
    const a = nodes.index.get(element.a)!
    const b = nodes.index.get(element.b)!
    currents_A[i] = leaf === a ? -outflow_A[a]! : outflow_A[b]!
    const other = leaf === a ? b : a
    outflow_A[other]! += other === a ? currents_A[i]! : -currents_A[i]!
    incident.get(leaf)!.delete(i)
    incident.get(other)!.delete(i)
    if (incident.get(other)!.size === 1 && other !== groundIndex) leaves.push(other)
  }
}

/** Moves sources and loads to the mode their solved values call for; false when all are in it. */
function updateModes(elements: readonly CircuitElement[], modes: Mode[], potentials_V: Float64Array, currents_A: Float64Array, nodes: Node): boolean {
  let isChanged = false
  for (const [i, element] of elements.entries()) {
    const across_V = potentials_V[nodes.index.get(element.a)!]! - potentials_V[nodes.index.get(element.b)!]!
    if (element.type === 'V' && element.limit_A !== undefined) {
      if (modes[i] === 'normal' && Math.abs(currents_A[i]!) > element.limit_A * (1 + LIMIT_REL_TOL)) {
        modes[i] = currents_A[i]! < 0 ? 'limited-out' : 'limited-in'
        isChanged = true
      } else if ((modes[i] === 'limited-out' && across_V > element.value * (1 + LIMIT_REL_TOL)) || (modes[i] === 'limited-in' && across_V < element.value * (1 - LIMIT_REL_TOL))) {
        modes[i] = 'normal'
        isChanged = true
      }
    }
    if (element.type === 'P' && modes[i] === 'normal' && across_V < (element.minimum_V ?? 0) * (1 - LIMIT_REL_TOL)) {
      modes[i] = 'off'
      isChanged = true
    }
  }
  return isChanged
}

function collect(elements: readonly CircuitElement[], potentials_V: Float64Array, currents_A: Float64Array, nodes: Node, iterations: number): CircuitSolution {
  const ground_V = potentials_V[0]!
  const voltage = (name: string) => potentials_V[nodes.index.get(name)!]! - ground_V
  return {
    feasible: true,
    nodes: Object.fromEntries(nodes.names.map((name) => [name, voltage(name)])),
    elements: Object.fromEntries(elements.map((element, i) => [element.id, { current_A: currents_A[i]!, power_W: (voltage(element.a) - voltage(element.b)) * currents_A[i]! }])),
    iterations,
    reasons: [],
  }
}

function refuse(reasons: readonly string[], iterations: number): CircuitSolution {
  return { feasible: false, nodes: {}, elements: {}, iterations, reasons }
}
