import { splitKey, terminalKey } from '@/core/model'
import type { DeviceId, WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly supply: DeviceId
  readonly by: readonly DeviceId[]
  readonly wires: readonly WireId[]
}

export const returnByAnother = defineRule<Facts>({
  severity: 'caution',
  title: 'A supply without a minus of its own',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const { behaviour } = part
      if (!('outputs' in behaviour)) return []
      return behaviour.outputs.flatMap(({ plus, minus }): Facts[] => {
        const [joint, feed] = [minus, plus].map((end) => context.model.jointOf(terminalKey(id, end)))
        const at = (wanted: number | undefined) =>
          context.model.conductors.filter(
            ({ jointFrom, jointTo, wire }) =>
              (jointFrom === wanted || jointTo === wanted) && wire.function !== 'PE' && wire.origin !== 'remove',
          )
        const leads = at(joint)
        // Upon another it feeds with that one, and by its minus.
        if (joint !== undefined && context.model.stacks.has(joint)) return []
        if (leads.length === 0 || at(feed).length === 0) return []
        const others = leads.map(({ from, to }) => [from, to].map(splitKey).find(({ device }) => device !== id)?.device)
        // What it feeds is its load, whatever that feeds in turn: a converter, or a board with one.
        const fed = context.reckoning.rails.find((rail) => rail.source === id)?.branches.map(({ device }) => device)
        const isAnother = (device: DeviceId | undefined) =>
          device !== undefined && 'outputs' in context.part(device).behaviour && !fed?.includes(device)
        // A bar inside a converter joins its two sides: what comes in by its input is its own.
        if (behaviour.kind === 'converter' || !others.every(isAnother)) return []
        return [
          { supply: id, by: [...new Set(others as DeviceId[])].sort(), wires: leads.map((lead) => lead.id).sort() },
        ]
      })
    }),
  word: ({ supply, by, wires }, context) => ({
    subjects: [{ kind: 'device', id: supply }, ...wires.map((id) => ({ kind: 'wire' as const, id }))],
    what: `All that ${context.device(supply).tag} feeds goes home by way of ${by.map((id) => context.device(id).tag).join(', ')}: no lead of its own goes from its minus to its loads`,
    why: 'The bond between the supplies, and the other one’s minus, carry it all: one lead was left out. Bring its own minus to where its loads return.',
  }),
})
