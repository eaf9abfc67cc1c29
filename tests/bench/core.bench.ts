import { existsSync } from 'node:fs'
import { solveCircuit, type CircuitElement } from '@/core/circuit'
import { evaluate } from '@/core/evaluate'
import { parsePlan } from '@/core/plan'
import { spiceNetlist } from '@/formats/spiceNetlist'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { EXTREMES } from '../extremePlans'
import { runNgspice } from '../ngspice'
import { workshop } from '../workshop'

/** Median of several runs after a warm-up, in milliseconds. */
function median_ms(runs: number, work: () => unknown): number {
  for (let i = 0; i < Math.min(10, runs); i += 1) work()
  const times = Array.from({ length: runs }, () => {
    const started = performance.now()
    work()
    return performance.now() - started
  })
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!
}

/** A ladder with rungs: n nodes. */
function ladder(n: number): CircuitElement[] {
  const elements: CircuitElement[] = [{ id: 's', type: 'V', a: 'p0', b: 'g', value: 24 }]
  for (let k = 1; k < n; k += 1)
    elements.push(
      { id: `r${k}`, type: 'R', a: `p${k - 1}`, b: `p${k}`, value: 0.01 },
      { id: `l${k}`, type: 'R', a: `p${k}`, b: 'g', value: 1000 },
    )
  return elements
}

/** A square mesh of uneven resistances: about n nodes, and fill that a ladder has not. */
function mesh(n: number): CircuitElement[] {
  const side = Math.round(Math.sqrt(n))
  const elements: CircuitElement[] = [
    { id: 's', type: 'V', a: 'p0_0', b: 'g', value: 24 },
    { id: 'l', type: 'R', a: `p${side - 1}_${side - 1}`, b: 'g', value: 10 },
  ]
  let seed = 1
  const uneven = () => 0.01 + (seed = (seed * 16807) % 2147483647) / 2147483647
  for (let i = 0; i < side; i += 1) {
    for (let j = 0; j < side; j += 1) {
      if (i + 1 < side)
        elements.push({ id: `x${i}_${j}`, type: 'R', a: `p${i}_${j}`, b: `p${i + 1}_${j}`, value: uneven() })
      if (j + 1 < side)
        elements.push({ id: `y${i}_${j}`, type: 'R', a: `p${i}_${j}`, b: `p${i}_${j + 1}`, value: uneven() })
    }
  }
  return elements
}

const simulator = process.env.NGSPICE ?? (existsSync('/usr/bin/ngspice') ? '/usr/bin/ngspice' : undefined)
console.log(
  `circuit solver${simulator ? ' (the simulator’s time is its whole process on the same netlist, median of 3)' : ' (name a simulator with NGSPICE to compare)'}`,
)
for (const [shape, make] of [
  ['ladder', ladder],
  ['mesh', mesh],
] as const) {
  for (const n of [100, 1000, 10_000]) {
    const elements = make(n)
    const ms = median_ms(n > 1000 ? 9 : 40, () => solveCircuit({ ground: 'g', elements }))
    let compared = ''
    if (simulator) {
      const netlist = spiceNetlist({ title: shape, ground: 'g', elements })
      const answers = [1, 2, 3].map(() => runNgspice(netlist, simulator))
      const wall_ms = answers.map(({ wall_ms: each }) => each).sort((a, b) => a - b)[1]!
      const solution = solveCircuit({ ground: 'g', elements })
      const legend = [...netlist.matchAll(/^\* node (\d+) = (.*)$/gm)]
      const worst = Math.max(
        ...legend.map(([, number, name]) =>
          number === '0' ? 0 : Math.abs(answers[0]!.nodes.get(number!)! - solution.nodes[name!]!) / 24,
        ),
      )
      compared = `  simulator ${wall_ms.toFixed(0)} ms, ${(wall_ms / ms).toFixed(1)} times ours; worst difference ${worst.toExponential(1)}`
    }
    console.log(
      `  ${shape.padEnd(6)} ${String(n).padStart(6)} nodes  ${ms.toFixed(2).padStart(9)} ms  ${Math.round(
        n / (ms / 1000),
      )
        .toLocaleString('en')
        .padStart(9)} nodes per second${compared}`,
    )
  }
}
console.log('evaluate')
for (const [name, plan] of [
  ['clay printer', clayPrinter()],
  ['workshop', workshop(7)],
] as const) {
  // A copy each time: what is remembered for a plan object must not flatter the figure.
  const ms = median_ms(25, () => evaluate({ ...plan }))
  console.log(
    `  ${name}: ${Object.keys(plan.wires).length} wires, ${Object.keys(plan.devices).length} devices, ${Object.keys(plan.states).length} states  ${ms.toFixed(1)} ms median`,
  )
}
console.log('plans at the bounds of the schema, once each')
for (const [name, make] of EXTREMES) {
  const document = JSON.parse(JSON.stringify(make())) as unknown
  const lap = (work: () => unknown) => {
    const started = performance.now()
    work()
    return `${(performance.now() - started).toFixed(0)} ms`
  }
  let read: ReturnType<typeof parsePlan> | null = null
  const reading = lap(() => (read = parsePlan(document)))
  const parsed = read as ReturnType<typeof parsePlan> | null
  if (parsed?.kind !== 'plan') throw new Error(`${name} is refused`)
  console.log(`  ${name.padEnd(38)} read ${reading}, worked out ${lap(() => evaluate(parsed.plan))}`)
}
