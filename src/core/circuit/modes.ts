import { formatNumber } from '@/core/quantity'
import { KIND, type Network, type NetworkNames } from './network'
import { Potentials } from './potentials'

/** What a source or load does: holds its voltage or power, gives or takes no more than its limit, or has let go. */
export const MODE = { NORMAL: 0, LIMITED_OUT: 1, LIMITED_IN: 2, OFF: 3 } as const

/** Ideal sources around a loop may differ by this share before they contradict one another. */
const LOOP_REL_TOL = 1e-9
const LIMIT_REL_TOL = 1e-9

/** Less than this is a joint: nothing made of metal has so little, and beside it no other resistance would count. */
export const JOINT_OHM = 1e-15

/** An element that fixes a voltage without resistance. */
export function isIdeal({ kind, value, resistance_ohm }: Network, modes: Uint8Array, i: number): boolean {
  if (kind[i] === KIND.R) return value[i]! < JOINT_OHM
  return kind[i] === KIND.V && modes[i] === MODE.NORMAL && resistance_ohm[i] === 0
}

export function isResistive({ kind, value, resistance_ohm }: Network, modes: Uint8Array, i: number): boolean {
  if (kind[i] === KIND.R) return value[i]! >= JOINT_OHM
  return kind[i] === KIND.V && modes[i] === MODE.NORMAL && resistance_ohm[i] !== 0
}

/** Whether current can pass it at any voltage: a resistance of infinite ohms is open. */
function isPassable(network: Network, modes: Uint8Array, i: number): boolean {
  return isIdeal(network, modes, i) || (isResistive(network, modes, i) && network.value[i] !== Infinity)
}

/** Merges the nodes of ideal elements. Limited sources come last: where they contradict the others, they limit, and `modes` says so. */
export function tieIdealMutable(
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
    if (isContradiction && limit_A[i] !== Infinity) modes[i] = mismatch_V < 0 ? MODE.LIMITED_OUT : MODE.LIMITED_IN
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

/** Nodes without a path of resistances and voltage sources to the ground. */
export function floatingNodes(network: Network, modes: Uint8Array): number[] {
  const { nodes, kind, a, b } = network
  const joined = new Potentials(nodes)
  for (let i = 0; i < kind.length; i += 1) if (isPassable(network, modes, i)) joined.tie(a[i]!, b[i]!, 0)
  const home = joined.root(0)
  const floating: number[] = []
  for (let k = 0; k < nodes; k += 1) if (joined.root(k) !== home) floating.push(k)
  return floating
}

/** Where every source about a node limits, one of them holds the voltage after all: one that was made to absorb, else the lowest. */
export function sourceToRelease(
  { kind, a, b, value }: Network,
  modes: Uint8Array,
  floating: readonly number[],
): number | null {
  const isFloating = new Set(floating)
  let chosen: number | null = null
  for (let i = 0; i < kind.length; i += 1) {
    if (kind[i] !== KIND.V || modes[i] === MODE.NORMAL || !(isFloating.has(a[i]!) || isFloating.has(b[i]!))) continue
    if (chosen === null || modes[i]! > modes[chosen]! || (modes[i] === modes[chosen] && value[i]! < value[chosen]!))
      chosen = i
  }
  return chosen
}

const NAMED_NODES = 12

export function floatingReason(floating: readonly number[], names: NetworkNames): string {
  const shown = floating
    .slice(0, NAMED_NODES)
    .map((k) => names.node(k))
    .join(', ')
  const rest = floating.length > NAMED_NODES ? ` and ${floating.length - NAMED_NODES} more` : ''
  return floating.length === 1
    ? `node ${shown} floats: no resistance or source ties it to ${names.node(0)}`
    : `nodes ${shown}${rest} float: no resistance or source ties them to ${names.node(0)}`
}

/** Moves sources and loads to the mode their solved values call for; the elements that moved. */
export function updateModesMutable(
  { kind, a, b, value, limit_A, minimum_V }: Network,
  modes: Uint8Array,
  { potentials_V, currents_A }: { readonly potentials_V: Float64Array; readonly currents_A: Float64Array },
): readonly number[] {
  const moved: number[] = []
  for (let i = 0; i < kind.length; i += 1) {
    if (kind[i] !== KIND.V && kind[i] !== KIND.P) continue
    const across_V = potentials_V[a[i]!]! - potentials_V[b[i]!]!
    const [before, limit] = [modes[i]!, limit_A[i]!]
    if (kind[i] === KIND.P) {
      if (before === MODE.NORMAL && minimum_V[i] !== 0 && across_V < minimum_V[i]! * (1 - LIMIT_REL_TOL))
        modes[i] = MODE.OFF
    } else if (before === MODE.NORMAL) {
      if (Math.abs(currents_A[i]!) > limit * (1 + LIMIT_REL_TOL))
        modes[i] = currents_A[i]! < 0 ? MODE.LIMITED_OUT : MODE.LIMITED_IN
    } else if (
      (before === MODE.LIMITED_OUT && across_V > value[i]! * (1 + LIMIT_REL_TOL)) ||
      (before === MODE.LIMITED_IN && across_V < value[i]! * (1 - LIMIT_REL_TOL))
    )
      modes[i] = MODE.NORMAL
    if (modes[i] !== before) moved.push(i)
  }
  return moved
}
