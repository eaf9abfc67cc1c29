import { JointGroups } from './jointGroups'
import type { TerminalKey } from './keys'
import type { Conductor, Wiring } from './types'

type Sources = Wiring['sources']

interface Output {
  readonly plus: number
  readonly minus: number
  readonly voltage_V: number
  /** Of its minus. */
  readonly terminal: TerminalKey
}

/**
 * Sources one upon another, with nothing on the joint between: two batteries of 12 V that feed 24 V. The uppermost stands for
 * all of them: it gives their volts together, from its own plus to the lowest minus. Where something hangs between them each
 * feeds for itself.
 */
export function stacksOf(
  sources: Sources,
  conductors: readonly Conductor[],
  jointOf: Wiring['jointOf'],
  count: number,
) {
  const outputs = outputsOf(sources, jointOf)
  const groups = new JointGroups(count)
  for (const { jointFrom, jointTo } of conductors) groups.join(jointFrom, jointTo)
  const members = new Map<number, number>()
  for (let joint = 0; joint < count; joint += 1)
    members.set(groups.find(joint), (members.get(groups.find(joint)) ?? 0) + 1)
  const below = new Map<string, string>()
  for (const [upper, { minus }] of outputs)
    for (const [lower, { plus }] of outputs)
      if (upper !== lower && plus !== minus && groups.find(plus) === groups.find(minus))
        if (members.get(groups.find(minus)) === 2) below.set(upper, lower)
  return {
    stacks: new Map([...below.keys()].map((id) => [outputs.get(id)!.minus, outputs.get(id)!.plus])),
    sources: sources.map((each): Sources[number] => {
      const stack = [outputOf(each)]
      // As many as there are, should they stand in a ring.
      while (below.has(stack.at(-1)!) && stack.length <= outputs.size) stack.push(below.get(stack.at(-1)!)!)
      if (stack.length === 1) return each
      const voltage_V = stack.reduce((sum, id) => sum + outputs.get(id)!.voltage_V, 0)
      const terminal = each.potential.kind === '-' ? outputs.get(stack.at(-1)!)!.terminal : each.terminal
      return { potential: { ...each.potential, voltage_V }, terminal }
    }),
  }
}

const outputOf = ({ potential: { device, output } }: Sources[number]): string => `${device}/${output}`

function outputsOf(sources: Sources, jointOf: Wiring['jointOf']): ReadonlyMap<string, Output> {
  const outputs = new Map<string, Output>()
  for (const plus of sources) {
    if (plus.potential.kind !== '+' || plus.potential.voltage_V === null) continue
    const minus = sources.find((each) => each.potential.kind === '-' && outputOf(each) === outputOf(plus))
    if (!minus) continue
    const { voltage_V } = plus.potential
    const { terminal } = minus
    outputs.set(outputOf(plus), { plus: jointOf(plus.terminal), minus: jointOf(terminal), voltage_V, terminal })
  }
  return outputs
}
