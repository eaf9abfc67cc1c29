import { describe, expect, it } from 'vitest'
import { solveCircuit, type CircuitElement } from '@/core/circuit'
import {
  beliefs,
  candidatesOf,
  dictionaryOf,
  FOUND,
  observationOf,
  diagnose,
  situationNamed,
  suggest,
  type Dictionary,
  type Observation,
} from '@/core/diagnosis'
import { lettersOf, patternOf } from '@/core/diagnosis/patterns'
import { readPoint, solveAll } from '@/core/diagnosis/solved'
import { OPEN_FROM_OHM } from '@/core/diagnosis/outcomes'
import { look, seenOn, touchedNets } from '@/core/diagnosis/tests'
import { alteration, altogether, METER_OHM, nodeName, type Alteration } from '@/core/proof/bench'
import { evaluate } from '@/core/evaluate'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../builds'
import { NGSPICE } from '../../ngspice'
import { solveAllBySpice } from './spice'

/** Faults that are searched for side by side: their benches go to the simulator in one run. */
const TOGETHER = 130
const MOST_ROUNDS = 70
/** Current of an ohmmeter, small enough for its volts to stay figures. */
const TEST_A = 1e-3
/** What an ohmmeter shows through electronics: somewhere between what they may and may not conduct. */
const ELECTRONICS_TOP_OHM = 2e6

interface Search {
  readonly fault: number
  readonly observations: Observation[]
  next: number | null
}

/** The network of a fault with the meter of a test point in it. */
function networksOf(d: Dictionary, fault: number, point: number): readonly (readonly CircuitElement[])[] {
  const own = d.points[point]!
  const { alteration } = d.faults[fault]!
  const { held } = situationNamed(d.bench.model, 'dead')
  if (own.what === 'look') {
    const solution = d.bench.solve(situationNamed(d.bench.model, own.situation), alteration)
    return (['ac', 'dc'] as const).map((system) => d.bench.liveNetwork(solution, alteration, system))
  }
  const [a, b] = [nodeName(own.p), nodeName(own.q)]
  if (own.what === 'ohms')
    return (['lowest', 'highest'] as const).map((which) => [
      ...d.bench.deadNetwork(held, which, alteration),
      { id: 'meter', type: 'I' as const, a: b, b: a, value: TEST_A },
    ])
  const solution = d.bench.solve(situationNamed(d.bench.model, own.situation), alteration)
  const meter = { id: 'meter', type: 'R' as const, a, b, value: METER_OHM }
  return (['ac', 'dc'] as const).map((system) => [
    ...d.bench.liveNetwork(solution, alteration, system),
    ...(own.what === 'volts' ? [meter] : []),
  ])
}

const across = (volts: ReadonlyMap<string, number>, p: number, q: number) =>
  (volts.get(nodeName(p)) ?? 0) - (volts.get(nodeName(q)) ?? 0)

/** What the meter shows, or what is seen, by the simulator's volts. */
function readingOf(
  d: Dictionary,
  fault: number,
  point: number,
  [first, second]: readonly ReadonlyMap<string, number>[],
): Observation {
  const own = d.points[point]!
  const { alteration } = d.faults[fault]!
  if (own.what === 'look') {
    const pattern = look(
      d.bench,
      d.watched,
      {
        volts(p, q) {
          const [ac, dc] = [across(first!, p, q), across(second!, p, q)]
          return Math.abs(ac) > Math.abs(dc) ? Math.abs(ac) : dc
        },
        ohms: (p, q) => ohmsBySolver(d, alteration, p, q),
      },
      touchedNets(d.bench, alteration),
    )
    return { point, pattern: lettersOf(pattern) }
  }
  if (own.what === 'ohms') {
    const [least, most] = [first!, second!].map((volts) => across(volts, own.p, own.q) / TEST_A) as [number, number]
    const shown = Math.sqrt(
      Math.max(least, 1e-3) * Math.min(Math.max(most, 1e-3), Math.max(least, ELECTRONICS_TOP_OHM)),
    )
    return { point, value: shown >= OPEN_FROM_OHM ? Infinity : shown }
  }
  const [ac, dc] = [across(first!, own.p, own.q), across(second!, own.p, own.q)]
  if (own.what === 'volts') return { point, value: own.system === 'ac' ? ac : dc }
  const series_ohm = alteration.series.get(own.wire) ?? 0
  const ohm = d.bench.branches[d.bench.branchAt.get(own.wire)!]!.ohm + series_ohm
  return { point, value: series_ohm === Infinity ? 0 : (Math.abs(ac) + Math.abs(dc)) / ohm }
}

/** Ohms of leads by this project's other solver, which is itself compared with the simulator. */
function ohmsBySolver(d: Dictionary, altered: Alteration, p: number, q: number): number {
  if (p === q) return 0
  const { held } = situationNamed(d.bench.model, 'dead')
  const elements = d.bench.deadNetwork(held, 'highest', altered)
  const [a, b] = [nodeName(p), nodeName(q)]
  const { nodes, feasible } = solveCircuit({
    ground: '0',
    elements: [...elements, { id: 'm', type: 'I', a: b, b: a, value: 1 }],
  })
  // What hangs on nothing any more has no definite volts.
  if (!feasible) return Infinity
  const ohm = nodes[a]! - nodes[b]!
  return ohm >= OPEN_FROM_OHM ? Infinity : ohm
}

/** Searches all faults by readings from the simulator; the likeliest that are left of each, and the measurements it took. */
function searchAll(d: Dictionary, faults: readonly number[]) {
  const done = new Map<number, { readonly left: readonly number[]; readonly probes: number }>()
  for (let from = 0; from < faults.length; from += TOGETHER) {
    let open: Search[] = faults.slice(from, from + TOGETHER).map((fault) => ({ fault, observations: [], next: null }))
    for (let round = 0; round < MOST_ROUNDS && open.length > 0; round += 1) {
      for (const search of open) {
        const belief = beliefs(d, search.observations)
        const candidates = candidatesOf(d, belief)
        const [next] = suggest(d, belief, new Set(search.observations.map(({ point }) => point)), 1)
        search.next = candidates[0]!.belief >= FOUND ? null : (next?.point ?? null)
        if (search.next === null) {
          const top = candidates[0]!.belief
          const left = candidates.filter(({ belief: own }) => own > 0.2 * top).flatMap((each) => each.faults)
          done.set(search.fault, { left, probes: search.observations.length })
        }
      }
      open = open.filter(({ next }) => next !== null)
      if (open.length === 0) break
      const networks = open.map(({ fault, next }) => networksOf(d, fault, next!))
      const solved = solveAllBySpice(networks.flat())
      let at = 0
      open.forEach((search, i) => {
        const own = solved.slice(at, at + networks[i]!.length)
        at += networks[i]!.length
        search.observations.push(readingOf(d, search.fault, search.next!, own))
      })
    }
  }
  return done
}

describe.skipIf(!NGSPICE)('every single fault, by readings from ngspice (skipped where it is missing)', () => {
  it.each(Object.keys(DEMOS))(
    '%s: is found, or said to read like those that read alike',
    (name) => {
      const d = dictionaryOf(DEMOS[name]!())
      const showing = d.faults.flatMap((_, f) => (d.isSilent[f] === 1 ? [] : [f]))
      const found = searchAll(d, showing)
      const lost = showing.filter((f) => !found.get(f)?.left.includes(f))
      expect(lost.map((f) => d.faults[f]!.words)).toEqual([])
      const mean = [...found.values()].reduce((sum, { probes }) => sum + probes, 0) / found.size
      // The bound is that of measurements with two outcomes; a look has more.
      expect(mean).toBeLessThan(1.5 * Math.log2(d.faults.length))
    },
    600_000,
  )
})

describe('faults that show nowhere', () => {
  it.each(Object.keys(DEMOS))('%s: are those that change no reading at any point', (name) => {
    const d = dictionaryOf(DEMOS[name]!())
    const silent = d.faults.filter((_, f) => d.isSilent[f] === 1)
    for (const { kind } of silent)
      expect(['swapped wires', 'bridge', 'wrong terminal', 'contact shorted', 'contact open']).toContain(kind)
    // Two fuse ways of one bar exchanged, a strand across a closed switch: nothing of the kind is most of them.
    expect(silent.length).toBeLessThan(0.15 * d.faults.length)
  })
})

describe('whole builds', () => {
  it.each(BUILDS.map((build) => [build.name, build.plan] as const))(
    '%s: with nothing wrong nothing is accused; a fault that shows is among what is left',
    (_, plan) => {
      const d = dictionaryOf(plan)
      const usual = d.points.map((point, t): Observation =>
        point.what === 'look'
          ? { point: t, pattern: d.patterns.get(t)![d.outcomes[t]!.of[d.faults.length]!]! }
          : { point: t, value: d.values[d.faults.length * d.points.length + t]! },
      )
      const [first] = candidatesOf(
        d,
        beliefs(
          d,
          usual.filter((each) => !('value' in each) || !Number.isNaN(each.value)),
        ),
      )
      expect(first!.faults).toEqual([-1])
    },
  )
})

describe('a poor contact of any resistance', () => {
  // A painted eyelet reads some ohms, a green contact some ten: of no two the same.
  it.each([2, 12, 25])('%d Ω: each of the studio’s is found, or among those named', (ohm) => {
    const d = dictionaryOf(DEMOS['shadow-stage']!())
    const missed = d.faults.filter((fault, f) => {
      if (fault.kind !== 'poor contact' || d.isSilent[f]) return false
      const [wire] = [...fault.alteration.series.keys()]
      const solved = solveAll(d.bench, alteration({ series: new Map([[wire!, ohm]]) }))
      const seen: Observation[] = []
      for (let round = 0; round < MOST_ROUNDS; round += 1) {
        const belief = beliefs(d, seen)
        const [next] = suggest(d, belief, new Set(seen.map(({ point }) => point)), 1)
        if (!next || (seen.length > 0 && candidatesOf(d, belief)[0]!.belief > FOUND)) break
        const point = d.points[next.point]!
        seen.push(
          point.what === 'look'
            ? { point: next.point, pattern: patternOf(d.bench, d.watched, point.situation, solved) }
            : { point: next.point, value: readPoint(point, solved) },
        )
      }
      return !candidatesOf(d, beliefs(d, seen)).some(({ faults }) => faults.includes(f))
    })
    expect(missed.map(({ words }) => words)).toEqual([])
  })
  it('12 Ω from the earth pin to the box is one, as a person enters it', () => {
    const plan = DEMOS['shadow-stage']!()
    const d = dictionaryOf(plan)
    const at = (tag: string, label: string) => {
      const [id, device] = Object.entries(plan.devices).find(([, each]) => each!.tag === tag)!
      const terminals = Object.entries(plan.parts[device!.part]!.terminals)
      return `${id}|${terminals.find(([, each]) => each.label === label)![0]}` as never
    }
    const { verdict, candidates } = diagnose(plan, d, [
      { what: 'ohms', situation: 'dead', system: 'dc', red: at('X1', 'PE'), black: at('PS1', 'PE'), value: 12 },
    ])
    expect(verdict).not.toBe('unexplained')
    expect(candidates[0]!.kinds).toContain('poor contact')
  })
})

describe('a motor of which only the current is printed', () => {
  const printed = DEMOS['clay-printer']!()
  const plan = {
    ...printed,
    parts: Object.fromEntries(
      Object.entries(printed.parts).map(([id, part]) => [
        id,
        part!.behaviour.kind === 'motor' ? { ...part!, behaviour: { ...part!.behaviour, phase_ohm: null } } : part!,
      ]),
    ),
  } as typeof printed
  const d = dictionaryOf(plan)
  const coil = evaluate(plan)
    .procedure.flatMap(({ acts }) => acts)
    .find(({ id }) => id.startsWith('check:coil/'))!.test!
  const read = (value: number) =>
    diagnose(plan, d, [{ what: 'ohms', situation: 'dead', system: 'dc', red: coil.red!, black: coil.black!, value }])
  // Small steppers have from 0.4 Ω to some 40 Ω a phase, as data sheets print (from memory).
  it.each([0.5, 6, 38])('%d Ω of a winding accuses nobody', (ohm) => expect(read(ohm).verdict).toBe('as planned'))
  it('an open winding does', () => {
    const { verdict, candidates } = read(Infinity)
    expect(verdict).not.toBe('as planned')
    expect(candidates.flatMap(({ kinds }) => kinds)).toEqual(expect.arrayContaining(['open wire', 'winding open']))
  })
})

describe('two faults at once', () => {
  const plan = DEMOS['clay-printer']!()
  const d = dictionaryOf(plan)
  it('are named where no single one explains the readings', () => {
    const [fan, lamp] = ['V1', 'H2'].map((tag) =>
      d.faults.findIndex(({ kind, words }) => kind === 'open wire' && words.includes(`to ${tag} +`)),
    ) as [number, number]
    const altered = altogether([d.faults[fan]!.alteration, d.faults[lamp]!.alteration])
    const solved = solveAll(d.bench, altered)
    const readings = [fan, lamp].flatMap((f) => {
      const wire = d.bench.model.conductors.find(({ id }) => id === d.faults[f]!.wires[0])!
      return [
        {
          what: 'ohms' as const,
          situation: 'dead' as const,
          system: 'dc' as const,
          red: wire.from,
          black: wire.to,
          value: Infinity,
        },
      ]
    })
    const seen = look(
      d.bench,
      d.watched,
      seenOn(solved.live.get('all on')!, solved.most),
      touchedNets(d.bench, altered),
    )
    const wrong = seen.flatMap((each, watched) => (each === 'right' ? [] : [{ watched, seen: each }]))
    const diagnosis = diagnose(plan, d, [...readings, { what: 'look', situation: 'all on', wrong, isWhole: true }])
    expect(diagnosis.verdict).toBe('two at once')
    expect(diagnosis.candidates[0]!.words[0]).toMatch(/V1/)
    expect(diagnosis.candidates[0]!.words[0]).toMatch(/H2/)
  })
  it('readings of places that the plan does not have are left out, and said so', () => {
    const nowhere = {
      what: 'ohms' as const,
      situation: 'dead' as const,
      system: 'dc' as const,
      red: 'x|1' as never,
      black: 'x|2' as never,
      value: 1,
    }
    expect(observationOf(d, nowhere)).toBeNull()
    expect(diagnose(plan, d, [nowhere]).ignored).toBe(1)
  })
  it('proposes nothing under power until power may be on', () => {
    const { suggestions } = diagnose(plan, d, [], false)
    expect(suggestions.length).toBeGreaterThan(0)
    for (const { situation } of suggestions) expect(situation).toBe('dead')
  })
})
