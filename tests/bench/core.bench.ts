import { existsSync } from 'node:fs'
import { NetworkBuilder, prepareNetwork, solveCircuit, type CircuitElement, type Network } from '@/core/circuit'
import { planCuts } from '@/core/cutting'
import { evaluate, verdictOf, workOf } from '@/core/evaluate'
import { settlePlan } from '@/core/figures'
import { routePlan } from '@/core/figures/routes/routes'
import { packCircles } from '@/core/packing/circles'
import { apply, type Command, type DeviceId, type Place, type Plan, type WireId } from '@/core/plan'
import { parsePlan } from '@/core/plan/schema'
import { spiceNetlist } from '@/formats/spiceNetlist'
import { DEMOS } from '@demo/scenarios'
import { EXTREMES } from '../extremePlans'
import { runNgspice } from '../ngspice'
import { laidOutWorkshop } from '../workshop'
import { benchFaults } from './faults'

/** A short run tries every part of the bench once; its figures say little. */
const SHORT = process.env.BENCH === 'short'

/** Median of several runs after a warm-up, in milliseconds. */
function median_ms(asked: number, work: () => unknown): number {
  const runs = SHORT ? 1 : asked
  for (let i = 0; i < Math.min(10, runs); i += 1) work()
  const times = Array.from({ length: runs }, () => {
    const started = performance.now()
    work()
    return performance.now() - started
  })
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!
}

type Edit = (plan: Plan, n: number) => Command

/** Edits as people make them, and what share of the loop each may cost on the large plan. */
const EDITS: readonly (readonly [what: string, aim: number, edit: Edit])[] = [
  ['a part moved', 0.04, (plan, n) => moved(plan, n)],
  ['a note', 0.02, (plan, n) => ({ type: 'updateDevice', id: firstPlaced(plan), changes: { note: `looked at ${n}` } })],
  [
    'a colour',
    0.02,
    (plan, n) => ({
      type: 'updateWire',
      id: Object.keys(plan.wires)[9] as WireId,
      changes: { colour: { base: n % 2 === 0 ? 'red' : 'orange', stripe: null } },
    }),
  ],
  [
    'a load',
    0.13,
    (plan, n) => {
      const [id, device] = Object.entries(plan.devices).find(([, each]) => plan.parts[each!.part]!.draws.length > 0)!
      return {
        type: 'setLoad',
        device: id as DeviceId,
        draw: plan.parts[device!.part]!.draws[0]!.id,
        load: { power_W: 5 + n / 10 },
      }
    },
  ],
  [
    'a gauge',
    0.13,
    (plan, n) => ({
      type: 'updateWire',
      id: Object.keys(plan.wires)[29] as WireId,
      changes: { size: n % 2 === 0 ? '1.5 mm²' : '2.5 mm²' },
    }),
  ],
]

const firstPlaced = (plan: Plan) =>
  Object.keys(plan.devices).find((id) => plan.devices[id as DeviceId]!.place.kind === 'face') as DeviceId

function moved(plan: Plan, n: number): Command {
  const id = firstPlaced(plan)
  const place = plan.devices[id]!.place as Extract<Place, { kind: 'face' }>
  return { type: 'moveDevice', id, place: { ...place, x_mm: place.x_mm + (n % 2 === 0 ? 1 : -1) } }
}

/** Processor time of this process, in milliseconds. */
const spent_ms = () => {
  const { user, system } = process.cpuUsage()
  return (user + system) / 1000
}

/** A plain loop, as it runs on this machine at this moment: what the shares below are shares of. */
function plainLoop(): number {
  let sum = 0
  for (let i = 0; i < 1e8; i += 1) sum += i % 7
  return sum
}
function loop_ms(): number {
  const before = spent_ms()
  if (plainLoop() < 0) throw new Error('a sum of whole numbers cannot be negative')
  return spent_ms() - before
}

const middle = (values: readonly number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

const REPEATS = SHORT ? 3 : 15

/** What work takes of the processor, and as a share of the loop beside it: medians, the two in turn. */
function share(work: () => void): { readonly ms: number; readonly of: number } {
  const runs = Array.from({ length: REPEATS }, () => {
    const before = spent_ms()
    work()
    return { ms: spent_ms() - before, loop: loop_ms() }
  })
  return { ms: middle(runs.map(({ ms }) => ms)), of: middle(runs.map(({ ms, loop }) => ms / loop)) }
}

const told = ({ ms, of }: { readonly ms: number; readonly of: number }) =>
  `${ms.toFixed(1)} ms, ${of.toFixed(3)} of the loop`

/** What follows from an edit at once: figures and findings; then the work in order too, which follows once nobody edits. */
function edited(start: Plan, edit: Edit, isWorkCounted = false): ReturnType<typeof share> {
  let plan = start
  // As in the window: plugs that can be confused are worked out once nobody edits any more.
  let { lookAlikes } = verdictOf(plan)
  let n = 0
  const once = () => {
    const applied = apply(plan, [edit(plan, n)])
    if (applied.kind === 'refused') throw new Error(JSON.stringify(applied.issues))
    plan = applied.plan
    n += 1
    lookAlikes = verdictOf(plan, lookAlikes).lookAlikes
    if (isWorkCounted) workOf(plan)
  }
  for (let i = 0; i < 4; i += 1) once()
  return share(once)
}

function networkFrom(elements: readonly CircuitElement[]): Network {
  const nodes = new Map<string, number>([['g', 0]])
  const node = (name: string) => {
    if (!nodes.has(name)) nodes.set(name, nodes.size)
    return nodes.get(name)!
  }
  const builder = new NetworkBuilder()
  for (const { type, a, b, value } of elements) builder.add(type, node(a), node(b), value)
  return builder.build(nodes.size)
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
  for (const n of SHORT ? [100] : [100, 1000, 10_000]) {
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
console.log(`a loop of 10⁸ steps: ${(loop_ms() / 1000).toFixed(2)} s of the processor`)
console.log('the same structure solved again with other values, as a share of the first solution')
for (const [shape, make] of [
  ['ladder', ladder],
  ['mesh', mesh],
] as const) {
  const network = networkFrom(make(SHORT ? 100 : 10_000))
  const names = { node: String, element: String }
  const first_ms = median_ms(5, () => prepareNetwork(network).solve(names))
  const prepared = prepareNetwork(network)
  prepared.solve(names)
  const again_ms = median_ms(9, () => prepared.solve(names, { value: network.value.map((each) => each * 1.01) }))
  console.log(
    `  ${shape.padEnd(6)} first ${first_ms.toFixed(0)} ms, again ${again_ms.toFixed(0)} ms: ${((100 * again_ms) / first_ms).toFixed(0)} %`,
  )
}
console.log('what an edit costs: processor time, and its share of the loop beside it (the aim in brackets)')
for (const [name, plan, part] of [
  ['clay printer', DEMOS['clay-printer']!(), 1 / 3],
  ['workshop, laid out', laidOutWorkshop(SHORT ? 1 : 7), 1],
] as const) {
  const counts = [plan.wires, plan.devices, plan.states].map((records) => Object.keys(records).length)
  console.log(`  ${name}: ${counts[0]} wires, ${counts[1]} devices, ${counts[2]} states`)
  // A copy each time: what is remembered must not flatter the first.
  const text = JSON.stringify(plan)
  const cold = share(() => void verdictOf(JSON.parse(text) as Plan, []))
  console.log(`    cold ${told(cold)} (${(0.6 * part).toFixed(2)})`)
  for (const [what, aim, edit] of EDITS)
    console.log(
      `    ${what} ${told(edited(plan, edit))} (${(aim * part).toFixed(3)}); with the work in order ${told(edited(plan, edit, true))}`,
    )
  const confused = share(() => {
    const fresh = JSON.parse(text) as Plan
    verdictOf(fresh)
  })
  console.log(`    cold with plugs that can be confused ${told(confused)}`)
}
console.log('leads along their ways')
{
  const plan = laidOutWorkshop(SHORT ? 1 : 7)
  const { sized } = settlePlan(plan)
  const sizeOf = (wire: WireId) => sized.wires.get(wire)?.size ?? null
  // A copy each time, as above.
  const text = JSON.stringify(plan)
  const whole_ms =
    median_ms(9, () => routePlan(JSON.parse(text) as Plan, sizeOf)) - median_ms(9, () => JSON.parse(text))
  const { leads } = routePlan(plan, sizeOf)
  const sum = (of: (lead: (typeof leads)[number]) => number) => leads.reduce((all, lead) => all + of(lead), 0)
  const excess = sum(({ laid }) => laid.length_mm) / sum(({ laid }) => laid.shortest_mm)
  console.log(
    `  ${leads.length} leads from nothing ${whole_ms.toFixed(0)} ms (500), ${excess.toFixed(3)} of the shortest (1.05)`,
  )
  let moved_ = plan
  const again_ms = median_ms(15, () => {
    const applied = apply(moved_, [moved(moved_, Math.round(performance.now()))])
    if (applied.kind === 'applied') moved_ = applied.plan
    routePlan(moved_, sizeOf)
  })
  console.log(`  after one device moved ${again_ms.toFixed(0)} ms (30), the edit included`)
}
benchFaults(SHORT)
console.log('circles and cuts')
for (const n of SHORT ? [12] : [12, 37, 61, 120]) {
  const took_ms = median_ms(3, () => packCircles(Array.from({ length: n }, () => 1)))
  console.log(`  ${String(n).padStart(3)} equal leads bundled ${took_ms.toFixed(0)} ms${n === 120 ? ' (1000)' : ''}`)
}
{
  const pieces = Array.from({ length: 500 }, (_, i) => ({ id: `p${i}`, length_mm: 80 + ((i * 7919) % 900), count: 1 }))
  const stock = [{ id: 'spool', length_mm: 10_000 }]
  const { stockUsed, lowerBound } = planCuts({ stock, pieces, kerf_mm: 1 }).result
  const took_ms = median_ms(5, () => planCuts({ stock, pieces, kerf_mm: 1 }))
  console.log(
    `  500 pieces cut ${took_ms.toFixed(0)} ms (1000): ${stockUsed} lengths, no plan needs fewer than ${lowerBound}`,
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
  // Worked out they take minutes together: a short run reads them.
  if (SHORT) console.log(`  ${name.padEnd(38)} read ${reading}`)
  else console.log(`  ${name.padEnd(38)} read ${reading}, worked out ${lap(() => evaluate(parsed.plan))}`)
}
