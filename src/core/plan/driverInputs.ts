import type { TerminalId } from './schema/ids'
import type { Plan } from './schema/plan'

type Part = Plan['parts'][keyof Plan['parts']]

export type DriverSignal = 'pulse' | 'direction' | 'enable'

/** As makers print them; common practice. */
const PRINTS: readonly (readonly [DriverSignal, RegExp])[] = [
  ['pulse', /^(pul|pls|pu$|step|stp|clk|clock|cp$|cp[ _.])/i],
  ['direction', /^(dir|dr$|cw|ccw|sign$)/i],
  ['enable', /^(en|mf$|free|awo)/i],
]
const SIGN = /[+\-−]$/

/** What a print says of a signal between a controller and a driver; null where it says nothing. */
export function driverSignalOf(label: string): DriverSignal | null {
  const bare = label
    .replace(SIGN, '')
    .replace(/[ _-]?\d+$/, '')
    .trim()
  return PRINTS.find(([, pattern]) => pattern.test(bare))?.[0] ?? null
}

/** One input of a driver: a pin, or the two ends of a lamp. */
export interface DriverInput {
  readonly says: DriverSignal | null
  readonly plus: TerminalId
  /** Its other end; null of a pin against ground, and where both ends hang on one bar. */
  readonly minus: TerminalId | null
}

/**
 * The inputs of a driver with both their ends: those whose prints differ in their sign, and of isolated ends without a sign
 * each with the one that the part lists next. Where no print says which of them takes pulses, the first listed does, and the
 * next is the direction (common practice).
 */
export function driverInputs({ terminals, links }: Part): readonly DriverInput[] {
  const ends = (Object.keys(terminals) as TerminalId[]).filter((key) => {
    const { function: fn, direction } = terminals[key]!
    return (fn === 'signal' || fn === 'data') && direction !== 'out'
  })
  const isBarred = (one: TerminalId, other: TerminalId) =>
    links.some((link) => link.kind === 'bar' && link.terminals.includes(one) && link.terminals.includes(other))
  const stem = (key: TerminalId) => `${terminals[key]!.block ?? ''} ${terminals[key]!.label.replace(SIGN, '')}`
  const inputs: DriverInput[] = []
  let waiting: TerminalId | null = null
  const taken = new Set<TerminalId>()
  for (const key of ends) {
    if (taken.has(key)) continue
    const { label, isolated } = terminals[key]!
    const says = driverSignalOf(label)
    const sign = SIGN.exec(label)?.[0]
    const other = ends.find((each) => each !== key && stem(each) === stem(key) && SIGN.test(terminals[each]!.label))
    if (sign !== undefined && other !== undefined) {
      taken.add(other)
      const [plus, minus] = sign === '+' ? [key, other] : [other, key]
      inputs.push({ says, plus, minus: isBarred(plus, minus) ? null : minus })
    } else if (isolated && says === null) {
      if (waiting !== null) inputs.push({ says: null, plus: waiting, minus: isBarred(waiting, key) ? null : key })
      waiting = waiting === null ? key : null
    } else inputs.push({ says, plus: key, minus: null })
  }
  const isSaid = inputs.some(({ says }) => says === 'pulse' || says === 'direction')
  const mute = isSaid ? [] : inputs.filter(({ says, minus }) => says === null && minus !== null)
  return inputs.map((input) => {
    const at = mute.indexOf(input)
    return at === 0 || at === 1 ? { ...input, says: at === 0 ? 'pulse' : 'direction' } : input
  })
}
