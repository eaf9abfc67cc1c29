import { alteration, type Bench } from '@/core/proof/bench'
import { terminalKey, type Conductor, type TerminalKey } from '@/core/model'
import type { TerminalId } from '@/core/plan'
import { neighbours } from '../faults/neighbours'
import { COST, type TestPoint } from './testPoint'
import { situationNamed, SITUATIONS, type SituationName } from './situations'

/** Volts along a wire that a meter shows apart from nothing. */
const LEAST_DROP_V = 1e-3

/** What a clamp or a meter shows apart from nothing. */
const LEAST_A = 0.1
/** Another way that hides a lead’s loss. */
const BESIDE_OHM = 2

class Points {
  private readonly found = new Map<string, TestPoint>()

  constructor(private readonly bench: Bench) {}

  ohms(red: TerminalKey, black: TerminalKey): void {
    const [p, q] = [this.bench.model.jointOf(red), this.bench.model.jointOf(black)]
    if (p === q || p < 0 || q < 0) return
    const id = `ohms ${Math.min(p, q)} ${Math.max(p, q)}`
    if (!this.found.has(id))
      this.found.set(id, { id, what: 'ohms', situation: 'dead', cost: COST.ohms, red, black, p, q })
  }

  volts(situation: SituationName, system: 'ac' | 'dc', red: TerminalKey, black: TerminalKey, isDrop = false): void {
    const [p, q] = [this.bench.model.jointOf(red), this.bench.model.jointOf(black)]
    if (p === q || p < 0 || q < 0) return
    const id = `${situation} ${system} ${Math.min(p, q)} ${Math.max(p, q)}`
    if (!this.found.has(id))
      this.found.set(id, { id, what: 'volts', situation, cost: COST[system], system, red, black, p, q, isDrop })
  }

  amperes(situation: SituationName, { id: wire, from: red, to: black, jointFrom: p, jointTo: q }: Conductor): void {
    const id = `${situation} amperes ${wire}`
    this.found.set(id, { id, what: 'amperes', situation, cost: COST.amperes, wire, red, black, p, q })
  }

  look(situation: SituationName): void {
    const id = `look ${situation}`
    this.found.set(id, { id, what: 'look', situation, cost: COST.look })
  }

  get list(): readonly TestPoint[] {
    return [...this.found.values()]
  }
}

/** A place that somebody measures at, whether or not the plan would propose it. */
export interface ExtraPoint {
  readonly what: 'ohms' | 'volts'
  readonly situation: SituationName
  readonly system: 'ac' | 'dc'
  readonly red: TerminalKey
  readonly black: TerminalKey
}

/** Where to measure and what to look at in a plan: along every wire, from every source outward, across every load and output. */
export function testPointsOf(bench: Bench, extra: readonly ExtraPoint[] = []): readonly TestPoint[] {
  const points = new Points(bench)
  for (const situation of SITUATIONS) if (situation !== 'dead') points.look(situation)
  deadPoints(points, bench)
  for (const situation of SITUATIONS) if (situation !== 'dead') livePoints(points, bench, situation)
  for (const { what, situation, system, red, black } of extra)
    if (what === 'ohms') points.ohms(red, black)
    else points.volts(situation, system, red, black)
  return points.list
}

function deadPoints(points: Points, { model, sources }: Bench): void {
  for (const { from, to } of model.conductors) points.ohms(from, to)
  for (const { a, b, link } of model.passages) if (link.kind !== 'semiconductor') points.ohms(a, b)
  const terminal = (joint: number) => model.terminalOfJoint[joint]!
  const farEnds = new Map<TerminalKey, TerminalKey[]>()
  for (const { from, to } of model.conductors)
    for (const [near, far] of [
      [from, to],
      [to, from],
    ] as const)
      farEnds.set(near, [...(farEnds.get(near) ?? []), far])
  // Along each potential, from where it comes in to wherever it goes.
  for (const { terminals } of model.nets) for (const key of terminals) points.ohms(terminals[0]!, key)
  const comesFrom = new Map(model.sources.map(({ potential, terminal: key }) => [potential.id, key]))
  for (let joint = 0; joint < model.jointCount; joint += 1)
    for (const { id } of model.potentialsOfJoint(joint)) points.ohms(comesFrom.get(id)!, terminal(joint))
  for (const { plus, minus } of sources) points.ohms(terminal(plus), terminal(minus))
  for (const { id, part } of model.devices) {
    const key = (each: TerminalId) => terminalKey(id, each)
    const { behaviour } = part
    if (behaviour.kind === 'mains-inlet' && behaviour.earth !== null)
      for (const each of [behaviour.line, behaviour.neutral]) points.ohms(key(each), key(behaviour.earth))
    for (const [one, other] of neighbours(part)) {
      points.ohms(key(one), key(other))
      // Pin by pin, and across: from one pin to where its neighbour leads.
      for (const far of farEnds.get(key(other)) ?? []) points.ohms(key(one), far)
    }
    for (const { plus, minus } of part.draws) points.ohms(key(plus), key(minus))
    if (part.earths !== null)
      for (const inlet of model.devices)
        if (inlet.part.behaviour.kind === 'mains-inlet' && inlet.part.behaviour.earth !== null)
          points.ohms(terminalKey(inlet.id, inlet.part.behaviour.earth), key(part.earths))
  }
}

function livePoints(points: Points, bench: Bench, situation: SituationName): void {
  const { model, sources } = bench
  const { network, ac_V, dc_V, giving } = bench.solve(situationNamed(model, situation))
  const terminal = (joint: number) => model.terminalOfJoint[joint]!
  // Everything that is live against the return of what feeds it.
  const returns = new Map<number, { readonly system: 'ac' | 'dc'; readonly minus: number; readonly plus: number }[]>()
  sources.forEach(({ plus, minus, isMains }, i) => {
    if (giving[i] === 'off') return
    const island = network.islandOf(plus)
    const own = { system: isMains ? ('ac' as const) : ('dc' as const), minus, plus }
    returns.set(island, [...(returns.get(island) ?? []), own])
  })
  for (let joint = 0; joint < model.jointCount; joint += 1) {
    const own = returns.get(network.islandOf(joint)) ?? []
    const potentials = model.potentialsOfJoint(joint)
    for (const { system, minus, plus } of own) {
      // Only what belongs to a source is measured against it, where the wiring says whose it is.
      const isItsOwn =
        potentials.length === 0 ||
        potentials.some(({ id }) =>
          [minus, plus].some((end) => model.potentialsOfJoint(end).some((each) => each.id === id)),
        )
      if (!isItsOwn) continue
      points.volts(situation, system, terminal(joint), terminal(minus))
      if (potentials.some(({ kind }) => kind === '-' || kind === 'N'))
        points.volts(situation, system, terminal(plus), terminal(joint))
    }
  }
  for (const { plus, minus } of model.draws) {
    const system = Math.abs(ac_V[plus]! - ac_V[minus]!) > Math.abs(dc_V[plus]! - dc_V[minus]!) ? 'ac' : 'dc'
    points.volts(situation, system, terminal(plus), terminal(minus))
  }
  if (situation === 'all on')
    for (const conductor of model.conductors) {
      const { id, from, to, jointFrom, jointTo } = conductor
      const { ohm } = bench.branches[bench.branchAt.get(id)!] ?? { ohm: Infinity }
      const drops = { ac: Math.abs(ac_V[jointFrom]! - ac_V[jointTo]!), dc: Math.abs(dc_V[jointFrom]! - dc_V[jointTo]!) }
      for (const system of ['ac', 'dc'] as const)
        if (drops[system] > LEAST_DROP_V) points.volts(situation, system, from, to, true)
      // Beside another way of little resistance its loss hides; its own current does not.
      const without = bench.dead(
        situationNamed(model, 'all on').held,
        'highest',
        alteration({ series: new Map([[id, Infinity]]) }),
      )
      if (Math.max(drops.ac, drops.dc) / ohm > LEAST_A && without.ohms(jointFrom, jointTo) < BESIDE_OHM)
        points.amperes(situation, conductor)
    }
}
