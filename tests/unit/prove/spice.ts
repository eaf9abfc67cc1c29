import type { CircuitElement } from '@/core/circuit'
import { spiceNetlist } from '@/formats/spiceNetlist'
import { runNgspice } from '../../ngspice'

/** Several networks solved in one run of the simulator, each with names of its own; volts of each by node name, against `0`. */
export function solveAllBySpice(
  networks: readonly (readonly CircuitElement[])[],
): readonly ReadonlyMap<string, number>[] {
  const elements = networks.flatMap((own, n) => {
    const name = (node: string) => (node === '0' ? '0' : `n${n}_${node}`)
    return own.map((element) => ({ ...element, id: `${n} ${element.id}`, a: name(element.a), b: name(element.b) }))
  })
  const netlist = spiceNetlist({ title: 'benches', ground: '0', elements })
  const numbers = new Map<string, number>()
  for (const [, number, name] of netlist.matchAll(/^\* node (\d+) = (.+)$/gm)) numbers.set(name!, Number(number))
  const { nodes } = runNgspice(netlist)
  return networks.map((own, n) => {
    const found = new Map<string, number>([['0', 0]])
    for (const { a, b } of own)
      for (const node of [a, b]) if (node !== '0') found.set(node, nodes.get(String(numbers.get(`n${n}_${node}`)!))!)
    return found
  })
}
