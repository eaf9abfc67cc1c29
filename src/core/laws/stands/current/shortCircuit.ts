import { isCommanded, type DeviceId } from '@/core/plan'
import { groupsBy, reachedFrom, splitKey, stepsTo, waysFrom, type Passage, type TerminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule, type Wording } from '@/core/judging'

interface Facts {
  readonly source: DeviceId
  readonly others: readonly DeviceId[]
  readonly isMains: boolean
  /** Contacts and transistors that short it when they are closed; none where wires alone do. */
  readonly by: readonly Passage[]
}

export const shortCircuit = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Both sides of a source joined',
  stage: 'connect',
  source: SOURCES.practice,
  find(context) {
    const { model } = context
    // A fuse does not make a short better: it only ends it; and an inlet's own switch is to be switched on.
    const joins = ({ passage }: { readonly passage: Passage | null }) =>
      passage === null ||
      passage.link.kind === 'protective' ||
      context.part(passage.device).behaviour.kind === 'mains-inlet'
    const joined = groupsBy(model, joins)
    const at = (key: TerminalKey) => joined[model.jointOf(key)]
    return model.sources.flatMap(({ potential, terminal }): Facts[] => {
      if (potential.kind !== 'L' && potential.kind !== '+') return []
      const other = model.sources.find(
        (each) =>
          each.potential.device === potential.device &&
          each.potential.output === potential.output &&
          each.potential.kind === (potential.kind === 'L' ? 'N' : '-'),
      )
      if (!other) return []
      const isMains = potential.kind === 'L'
      if (at(terminal) !== at(other.terminal)) {
        const way = waysFrom(model, terminal).get(model.jointOf(other.terminal)) ?? []
        const isShort = way.length > 0 && way.every(({ link }) => link.kind !== 'resistance')
        const by = way.filter(({ link }) => link.kind !== 'protective')
        return isShort ? [{ source: potential.device, others: [], isMains, by }] : []
      }
      const reached = reachedFrom(model, [model.jointOf(terminal)], joins).get(model.jointOf(other.terminal))
      // From the one side to the other, in the order in which a finger follows it.
      const others = [
        ...new Set(
          stepsTo(reached).flatMap(({ conductor, passage }) =>
            conductor
              ? [conductor.from, conductor.to].map((key) => splitKey(key).device)
              : passage
                ? [passage.device]
                : [],
          ),
        ),
      ].filter((id) => id !== potential.device)
      return [{ source: potential.device, others, isMains, by: [] }]
    })
  },
  word: ({ source, others, isMains, by }, context) => {
    if (by.length > 0) return whenClosed(context, source, isMains, by)
    return {
      subjects: [{ kind: 'device', id: source }, ...others.slice(0, 40).map((id) => ({ kind: 'device' as const, id }))],
      what: `${isMains ? 'Line and neutral' : 'Plus and minus'} of ${context.device(source).tag} are joined by wires${
        others.length > 0
          ? `, by way of ${others
              .slice(0, 4)
              .map((id) => context.device(id).tag)
              .join(', ')}`
          : ''
      }`,
      why: 'Switched on, it is a short: all that the source can give flows through the thinnest wire of the ring. Look for two wires exchanged at one part.',
    }
  },
})

function whenClosed(context: JoinedContext, source: DeviceId, isMains: boolean, by: Facts['by']): Wording {
  const closing = [...new Set(by.map(({ device }) => device))]
  return {
    subjects: [source, ...closing].map((id) => ({ kind: 'device', id })),
    what: `${isMains ? 'Line and neutral' : 'Plus and minus'} of ${context.device(source).tag} are joined as soon as ${closing.map((id) => context.device(id).tag).join(' and ')} ${closing.length === 1 ? 'closes' : 'close'}: nothing that takes current lies between`,
    why: 'It is a short through a contact, which welds or burns. Look for the load that was to lie behind it, or for a lead on the wrong terminal.',
    severity:
      by.every(({ device, link }) => 'actuator' in link && isCommanded(context.part(device), link)) &&
      closing.length > 1
        ? 'caution'
        : 'stop',
  }
}
