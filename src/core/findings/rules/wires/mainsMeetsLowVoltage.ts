import { splitKey, type TerminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const mainsMeetsLowVoltage = defineRule<{
  readonly net: string
  readonly example: TerminalKey
  readonly kinds: readonly string[]
}>({
  severity: 'stop',
  title: 'Two circuits joined that must be apart',
  stage: 'connect',
  source: SOURCES.iec60204Insulation,
  find: (context) =>
    context.model.nets.flatMap((net) => {
      if (net.wires.length === 0) return []
      const kinds = new Set(net.potentials.map(({ kind }) => kind))
      const isMains = kinds.has('L') || kinds.has('N')
      const isLow = kinds.has('+') || kinds.has('-')
      // Earthing a negative is done on purpose, once; the rest is not.
      const clash =
        (isMains && isLow) ||
        (kinds.has('L') && kinds.has('N')) ||
        (isMains && kinds.has('PE')) ||
        (kinds.has('PE') && kinds.has('+')) ||
        shorted(net.potentials)
      return clash ? [{ net: net.id, example: net.terminals[0]!, kinds: [...kinds] }] : []
    }),
  word({ net, example, kinds }, context) {
    const { wires } = context.model.netById.get(net)!
    const names: Readonly<Record<string, string>> = {
      L: 'line',
      N: 'neutral',
      PE: 'earth',
      '+': 'DC plus',
      '-': 'DC minus',
    }
    const { device, terminal } = splitKey(example)
    return {
      subjects: [
        ...wires.slice(0, 6).map((id) => ({ kind: 'wire' as const, id })),
        { kind: 'terminal', device, terminal },
      ],
      what: `${kinds.map((kind) => names[kind]).join(' and ')} meet in one joint: ${wires
        .slice(0, 4)
        .map((id) => context.wireName(id))
        .join(', ')}${wires.length > 4 ? ` and ${wires.length - 4} more` : ''}`,
      why: 'A short circuit, or mains on what hands touch. Nothing is powered until this is undone.',
    }
  },
})

/** Plus and minus of one output in one joint. */
function shorted(potentials: readonly { readonly kind: string; readonly id: string }[]): boolean {
  const plus = new Set(potentials.filter(({ kind }) => kind === '+').map(({ id }) => id.slice(0, -1)))
  return potentials.some(({ kind, id }) => kind === '-' && plus.has(id.slice(0, -1)))
}
