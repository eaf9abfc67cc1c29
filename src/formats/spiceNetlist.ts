/**
 * A network as a SPICE netlist, so that anyone can check it with a simulator of their own. Resistances, sources, and
 * constant-power loads as behavioural current sources; a source's limit is a comment, since an operating point either
 * reaches it or does not.
 */
import type { CircuitElement } from '@/core/circuit'

/** A resistance of nothing is written as this; simulators refuse zero. */
const JOINT_OHM = 1e-9
/** Where a load names no least voltage. */
const LEAST_SHARE = 0.05

const ascii = (text: string) => text.replace(/[^\x20-\x7e]/g, '?')

/** Numbers with every digit, as SPICE reads them. */
const figure = (value: number) => value.toExponential(15)

export function spiceNetlist({
  title,
  ground,
  elements,
}: {
  readonly title: string
  readonly ground: string
  readonly elements: readonly CircuitElement[]
}): string {
  const numbers = new Map<string, number>([[ground, 0]])
  const node = (name: string) => {
    const known = numbers.get(name)
    if (known !== undefined) return known
    numbers.set(name, numbers.size)
    return numbers.size - 1
  }
  const lines: string[] = []
  const highest_V = Math.max(
    1,
    ...elements.flatMap((element) => (element.type === 'V' ? [Math.abs(element.value)] : [])),
  )
  /** Nodes where the search begins at full voltage, so that it finds the working point and not the collapsed one. */
  const starts = new Set<number>()
  elements.forEach((element, i) => {
    const [a, b] = [node(element.a), node(element.b)]
    lines.push(`* ${ascii(element.id)}`)
    switch (element.type) {
      case 'R':
        lines.push(`R${i} ${a} ${b} ${figure(Math.max(JOINT_OHM, element.value))}`)
        break
      case 'V': {
        const inner = element.resistance_ohm ? `s${i}` : String(a)
        if (element.limit_A !== undefined)
          lines.push(`* limit ${figure(element.limit_A)} A: beyond it this source is a constant current`)
        lines.push(`V${i} ${inner} ${b} DC ${figure(element.value)}`)
        if (element.resistance_ohm) lines.push(`Rs${i} s${i} ${a} ${figure(element.resistance_ohm)}`)
        break
      }
      case 'I':
        lines.push(`I${i} ${a} ${b} DC ${figure(element.value)}`)
        break
      case 'P': {
        // A resistance below its least voltage keeps the quotient finite while the simulator searches.
        const least_V = element.minimum_V || LEAST_SHARE * highest_V
        const across = a === 0 ? `(-v(${b}))` : b === 0 ? `v(${a})` : `(v(${a})-v(${b}))`
        lines.push(
          `B${i} ${a} ${b} I = ${across} > ${figure(least_V)} ? ${figure(element.value)} / ${across} : ${figure(element.value / least_V ** 2)} * ${across}`,
        )
        if (a !== 0) starts.add(a)
        break
      }
    }
  })
  const nodesets = [...starts].map((number) => `.nodeset v(${number})=${figure(highest_V)}`)
  const legend = [...numbers].map(([name, number]) => `* node ${number} = ${ascii(name)}`)
  return [
    `* ${ascii(title).slice(0, 200)}`,
    ...legend,
    ...lines,
    ...nodesets,
    '.options reltol=1e-9 abstol=1e-12 vntol=1e-9',
    '.op',
    '.end',
    '',
  ].join('\n')
}
