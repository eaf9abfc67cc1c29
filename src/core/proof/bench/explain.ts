import type { Situation } from '@/core/model'
import { terminalWords, type Plan } from '@/core/plan'
import type { Bench } from './bench'
import type { BenchBranch } from './branches'

/** One thing on the way from one probe to the other: what it has, and what of the reading lies across it. */
export interface WayPart {
  readonly words: string
  readonly ohm: number
  /** Volts, or ohms of an ohmmeter's reading; with its sign along the way. */
  readonly across: number
}

export interface Explained {
  readonly parts: readonly WayPart[]
  /** All of them together: the reading but for the meter's own load. */
  readonly sum: number
}

/**
 * How a reading comes about: along the way of least resistance from the red probe to the black one, what lies across each part.
 * By Kirchhoff's voltage law the parts add up to the reading, whichever way is taken. Null where nothing joins the two.
 */
export function explainReading(
  plan: Plan,
  bench: Bench,
  situation: Situation,
  what: 'volts-ac' | 'volts-dc' | 'ohms',
  red: number,
  black: number,
): Explained | null {
  const isOhms = what === 'ohms'
  const solution = isOhms ? null : bench.solve(situation)
  const network = solution?.network ?? bench.dead(situation.held, 'highest')
  if (network.islandOf(red) !== network.islandOf(black)) return null
  const volts = solution ? (what === 'volts-ac' ? solution.ac_V : solution.dc_V) : network.response(red, black)
  const conducting = bench.conducting(situation, solution)
  const way = leastWay(bench, conducting, red, black)
  if (!way) return null
  const parts = way.map(({ branch, isForward }): WayPart => {
    const across = (volts[branch.a]! - volts[branch.b]!) * (isForward ? 1 : -1)
    return { words: branchWords(plan, bench, branch), ohm: branch.ohm, across }
  })
  return { parts, sum: parts.reduce((total, { across }) => total + across, 0) }
}

interface Step {
  readonly branch: BenchBranch
  readonly isForward: boolean
}

/** Dijkstra over ohms; sources count as what they have inside. */
function leastWay(
  { branches, jointCount }: Bench,
  conducting: ReadonlySet<number>,
  from: number,
  to: number,
): readonly Step[] | null {
  const beside = new Map<number, { readonly at: number; readonly to: number }[]>()
  for (const at of conducting) {
    const { a, b } = branches[at]!
    for (const [own, other] of [
      [a, b],
      [b, a],
    ] as const) {
      const list = beside.get(own)
      if (list) list.push({ at, to: other })
      else beside.set(own, [{ at, to: other }])
    }
  }
  const least = new Float64Array(jointCount).fill(Infinity)
  const cameBy = new Map<number, { readonly at: number; readonly from: number }>()
  const open = new Set([from])
  least[from] = 0
  while (open.size > 0) {
    let joint = -1
    for (const each of open) if (joint < 0 || least[each]! < least[joint]!) joint = each
    open.delete(joint)
    if (joint === to) break
    for (const { at, to: next } of beside.get(joint) ?? []) {
      const own = least[joint]! + branches[at]!.ohm
      if (own >= least[next]!) continue
      least[next] = own
      cameBy.set(next, { at, from: joint })
      open.add(next)
    }
  }
  if (!Number.isFinite(least[to]!)) return null
  const way: Step[] = []
  for (let joint = to; joint !== from;) {
    const { at, from: before } = cameBy.get(joint)!
    way.unshift({ branch: branches[at]!, isForward: branches[at]!.a === before })
    joint = before
  }
  return way
}

function branchWords(plan: Plan, { model }: Bench, { id, role, a, b, device }: BenchBranch): string {
  const at = (joint: number) => {
    const key = model.terminalOfJoint[joint]
    return key === undefined ? 'the middle of the mains' : terminalWords(plan, key)
  }
  const between = `${at(a)} – ${at(b)}`
  const tag = device ? plan.devices[device]?.tag : undefined
  switch (role) {
    case 'wire':
      return `${plan.wires[id as keyof Plan['wires']]?.label || 'wire'}, ${between}`
    case 'link':
      return `${tag} inside, ${between}`
    case 'output':
      return `${tag}, what it gives, ${between}`
    case 'upstream':
      return plan.site.livePoles === 2
        ? 'the middle of the mains, tied to earth'
        : 'neutral and earth, joined at the outlet'
    case 'winding':
      return `${tag}, its winding`
    default:
      return `${tag} itself, ${between}`
  }
}
