import { LinearStructure } from '@/core/circuit'
import {
  beliefs,
  candidatesOf,
  dictionarySteps,
  FOUND,
  suggest,
  valueAt,
  type Dictionary,
  type Observation,
} from '@/core/diagnosis'
import { benchOf } from '@/core/proof/bench'
import type { Plan } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { laidOutWorkshop } from '../workshop'

const lap = <T>(work: () => T): readonly [T, number] => {
  const started = performance.now()
  const made = work()
  return [made, performance.now() - started]
}

/** All faults at all points, on a bench never used. */
function dictionaryAnew(plan: Plan): readonly [Dictionary, number] {
  const own = JSON.parse(JSON.stringify(plan)) as Plan
  benchOf(own)
  return lap(() => {
    const steps = dictionarySteps(own)
    for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
  })
}

/** Each wire opened once: by low-rank updates, and by a factorisation of its own. */
function updatesAgainstSolves(plan: Plan): void {
  const { branches, model } = benchOf(plan)
  const structure = new LinearStructure({
    nodes: model.jointCount,
    a: Int32Array.from(branches, ({ a }) => a),
    b: Int32Array.from(branches, ({ b }) => b),
  })
  const conductance_S = Float64Array.from(branches, ({ ohm }) => 1 / ohm)
  const injection = new Float64Array(model.jointCount)
  injection[0] = 1
  injection[model.jointCount - 1] = -1
  const wires = branches.flatMap(({ role }, e) => (role === 'wire' ? [e] : []))
  const base = structure.at(conductance_S)
  const volts = base.solve(injection)
  const [, updated_ms] = lap(() => {
    for (const e of wires) base.change({ branches: new Map([[e, 0]]), added: [] }).volts(volts)
  })
  const [, solved_ms] = lap(() => {
    for (const e of wires) {
      const own = conductance_S.slice()
      own[e] = 0
      structure.at(own).solve(injection)
    }
  })
  console.log(
    `  ${wires.length} wires opened one by one: updates ${updated_ms.toFixed(0)} ms, plain solves ${solved_ms.toFixed(0)} ms, ${(solved_ms / updated_ms).toFixed(1)} times`,
  )
}

/** Measurements until a fault is found, or nothing tells what is left apart; readings as the dictionary has them. */
function probesFor(d: Dictionary, fault: number): number {
  const observations: Observation[] = []
  for (;;) {
    const belief = beliefs(d, observations)
    if (candidatesOf(d, belief)[0]!.belief >= FOUND) return observations.length
    const [next] = suggest(d, belief, new Set(observations.map(({ point }) => point)), 1)
    if (!next) return observations.length
    const value = valueAt(d, next.point, fault)
    observations.push(
      d.points[next.point]!.what === 'look'
        ? { point: next.point, pattern: d.patterns.get(next.point)![d.outcomes[next.point]!.of[fault]!]! }
        : { point: next.point, value: Number.isNaN(value) ? 1000 : value },
    )
  }
}

/** What finding faults costs, and how many measurements it takes. */
export function benchFaults(isShort: boolean): void {
  console.log('faults: every single one at every test point, three situations (the aim in brackets)')
  const large = laidOutWorkshop(isShort ? 1 : 7)
  const [dictionary, took_ms] = dictionaryAnew(large)
  const belief = beliefs(dictionary, [])
  const [, suggested_ms] = lap(() => suggest(dictionary, belief, new Set()))
  console.log(
    `  workshop: ${dictionary.faults.length} faults, ${dictionary.points.length} points ${(took_ms / 1000).toFixed(1)} s (5), next suggestion ${suggested_ms.toFixed(0)} ms (200)`,
  )
  updatesAgainstSolves(large)
  console.log('  measurements until a fault is found, mean over all that show; the bound is that of two outcomes each')
  for (const [name, make] of Object.entries(DEMOS).slice(0, isShort ? 1 : undefined)) {
    const [d, own_ms] = dictionaryAnew(make())
    const all = d.faults.flatMap((_, f) => (d.isSilent[f] === 1 ? [] : [f]))
    const showing = isShort ? all.slice(0, 2) : all
    const counts = showing.map((f) => probesFor(d, f))
    const mean = counts.reduce((sum, count) => sum + count, 0) / counts.length
    const bound = Math.log2(d.faults.length)
    console.log(
      `    ${name.padEnd(14)} ${d.faults.length} faults in ${own_ms.toFixed(0)} ms: ${mean.toFixed(1)} on average, ${Math.max(...counts)} at most; log2 ${bound.toFixed(1)}, ${(mean / bound).toFixed(2)} times (1.5)`,
    )
  }
}
