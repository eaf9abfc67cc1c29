import { describe, expect, it } from 'vitest'
import { bar, optional, terminal } from '@/core/catalogue/builders'
import { evaluate, type Evaluation } from '@/core/evaluate'
import type { Part, PartId, Plan, TerminalId } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'

/** Boards with power of their own for 5 V things are sold beside those without: what they read and command is the same. */
const withConverter = (part: Part): Part => {
  const [motors] = part.draws
  const { plus, minus, nominal_V } = motors!
  return {
    ...part,
    behaviour: {
      kind: 'converter',
      plus,
      minus,
      min_V: nominal_V * 0.8,
      max_V: nominal_V * 1.3,
      outputs: [
        {
          id: 'five',
          plus: 'FIVE+' as TerminalId,
          minus: 'FIVE-' as TerminalId,
          voltage_V: 5,
          current_A: 1,
          limit_A: 1.5,
        },
      ],
      efficiency_percent: 85,
    },
    terminals: {
      ...part.terminals,
      ['FIVE+' as TerminalId]: terminal('5V', 'V+', 'contact25', { ...optional, block: '5V', direction: 'out' }),
      ['FIVE-' as TerminalId]: terminal('gnd', 'V-', 'contact25', { ...optional, block: '5V', direction: 'out' }),
    },
    links: [...part.links, bar('five', minus, 'FIVE-') as Part['links'][number]],
  }
}

const boardsIn = (plan: Plan): readonly PartId[] =>
  [...new Set(Object.values(plan.devices).map((device) => device!.part))].filter((id) => {
    const { behaviour, draws } = plan.parts[id]!
    // One on the mains has its own minus nowhere near its feed's.
    return behaviour.kind === 'board' && draws.length > 0 && draws.every(({ system }) => system !== 'ac')
  })

const KEPT = [
  ...Object.entries(DEMOS).map(([name, make]) => [name, make!()] as const),
  ...BUILDS.map(({ name, plan }) => [name, plan] as const),
].filter(([, plan]) => boardsIn(plan).length > 0)

describe('a board with a converter of its own is a board', () => {
  it.each(KEPT)('%s: the same findings, the same tests', (_, plan) => {
    const changed: Plan = {
      ...plan,
      parts: {
        ...plan.parts,
        ...Object.fromEntries(boardsIn(plan).map((id) => [id, withConverter(plan.parts[id]!)])),
      },
    }
    const before = evaluate(plan, [])
    const after = evaluate(changed, [])
    const told = ({ findings }: Evaluation) =>
      findings
        .filter(({ severity }) => severity !== 'note')
        .map(({ severity, rule, what }) => `${severity} ${rule}: ${what}`)
    expect(told(after).filter((words) => !told(before).includes(words))).toEqual([])
    expect(told(before).filter((words) => !told(after).includes(words))).toEqual([])
    // What is measured and seen. Outputs that share a minus are one test, under the name of the first; leads are laid by where terminals are, and there are two more.
    const tests = ({ procedure }: Evaluation) =>
      procedure.flatMap(({ acts }) =>
        acts.flatMap(({ id, test }) => (test && !id.startsWith('check:minus-earth/') ? [id] : [])),
      )
    expect(tests(before).filter((id) => !tests(after).includes(id))).toEqual([])
  })
})
