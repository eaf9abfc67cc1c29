import type { Part, Terminal, TerminalId } from '@/core/plan'

/** As commons of isolated inputs are printed, where the part says no more of them: "in com", "COM", "common". */
const COMMON = /\b(com|common|cm\d?)\b/i

/** The other end of isolated inputs: isolated like them, and neither an input nor an output of its own. */
function isCommon({ function: fn, isolated, direction, level_V, label }: Terminal): boolean {
  if (fn === 'contact-COM' || direction === 'out') return false
  const isOtherEnd = isolated && (fn === 'signal' || fn === 'any') && direction !== 'in' && level_V === null
  return isOtherEnd || (COMMON.test(label) && !/out/i.test(label))
}

/** An input that is a lamp behind a glass, and the terminals that may be its other end: those of its block, or of the whole part. */
export interface IsolatedInput {
  readonly input: TerminalId
  readonly commons: readonly TerminalId[]
}

/** A contact's common is no input's; a common that gives volts out is nobody's need. */
export function isolatedInputs({ terminals }: Part): readonly IsolatedInput[] {
  const entries = Object.entries(terminals) as [TerminalId, Terminal][]
  const commons = entries.filter(([, terminal]) => isCommon(terminal))
  return entries.flatMap(([input, terminal]): IsolatedInput[] => {
    const { function: fn, isolated, direction, block } = terminal
    if ((fn !== 'signal' && fn !== 'data') || !isolated || direction !== 'in' || isCommon(terminal)) return []
    const own = commons.filter(([, common]) => common.block === null || common.block === block)
    return [{ input, commons: own.map(([id]) => id) }]
  })
}
