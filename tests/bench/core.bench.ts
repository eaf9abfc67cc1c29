import { solveCircuit, type CircuitElement } from '@/core/circuit'
import { evaluate } from '@/core/evaluate'
import { PlanBuilder } from '@/core/patterns'
import { clayPrinter } from '@demo/scenarios/clayPrinter'

/** Median of several runs after a warm-up, in milliseconds. */
function median_ms(runs: number, work: () => unknown): number {
  for (let i = 0; i < 3; i += 1) work()
  const times = Array.from({ length: runs }, () => {
    const started = performance.now()
    work()
    return performance.now() - started
  })
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!
}

/** A supply feeding chains of lamps: as many wires and devices as asked for. */
function chains(wires: number) {
  const b = new PlanBuilder('bench', 'IEC').device('X1', 'inlet').device('PS1', 'supply-24-600').device('S0', 'strip-12').device('S1', 'strip-12')
    .wire('X1.L', 'PS1.L', 'L').wire('X1.N', 'PS1.N', 'N').wire('X1.PE', 'PS1.PE', 'PE').wire('PS1.V+1', 'S1.1', 'V+').wire('PS1.V-1', 'S0.1', 'V-')
  const perDevice = 5
  for (let n = 0; 5 + n * perDevice < wires; n += 1) {
    const [p, m] = [n === 0 ? 'S1.2' : `J${n}.3`, n === 0 ? 'S0.2' : `K${n}.3`]
    b.device(`J${n + 1}`, 'splice-5').device(`K${n + 1}`, 'splice-5').device(`V${n + 1}`, 'fan-24')
      .wire(p, `J${n + 1}.1`, 'V+').wire(m, `K${n + 1}.1`, 'V-').wire(`J${n + 1}.2`, `V${n + 1}.+`, 'V+').wire(`K${n + 1}.2`, `V${n + 1}.-`, 'V-').wire(`J${n + 1}.4`, `J${n + 1}.5`, 'V+')
  }
  return b.build()
}

/** A ladder with rungs: n nodes. */
function ladder(n: number): CircuitElement[] {
  const elements: CircuitElement[] = [{ id: 's', type: 'V', a: 'p0', b: 'g', value: 24 }]
  for (let k = 1; k < n; k += 1) elements.push({ id: `r${k}`, type: 'R', a: `p${k - 1}`, b: `p${k}`, value: 0.01 }, { id: `l${k}`, type: 'R', a: `p${k}`, b: 'g', value: 1000 })
  return elements
}

console.log('circuit solver')
for (const n of [100, 1000, 10_000]) {
  const elements = ladder(n)
  const ms = median_ms(n > 1000 ? 7 : 25, () => solveCircuit({ ground: 'g', elements }))
  console.log(`  ${String(n).padStart(6)} nodes  ${ms.toFixed(2).padStart(9)} ms  ${Math.round(n / (ms / 1000)).toLocaleString('en')} nodes per second`)
}
console.log('evaluate')
for (const [name, plan] of [['clay printer', clayPrinter()], ['600 wires', chains(600)]] as const) {
  const ms = median_ms(9, () => evaluate(plan))
  console.log(`  ${name}: ${Object.keys(plan.wires).length} wires, ${Object.keys(plan.devices).length} devices, ${Object.keys(plan.states).length} states  ${ms.toFixed(1)} ms median`)
}
