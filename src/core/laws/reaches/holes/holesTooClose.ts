import { formatNumber } from '@/core/quantity'
import type { DeviceId, EnclosureId, FaceId } from '@/core/plan'
import type { SpacingFault } from '@/core/drilling'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const holesTooClose = defineLayingRule<{
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly fault: SpacingFault
  /** Whose hole it is that is too near the most others: what was put there last, as a rule. */
  readonly about: string
}>({
  severity: 'caution',
  title: 'Too little material about a hole',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.faces.flatMap(({ enclosure, face, spacing, holes }) => {
      const ownersOf = (fault: SpacingFault) => [
        ...new Set(fault.holes.map((id) => holes.find((hole) => hole.id === id)!.owner)),
      ]
      const counts = new Map<string, number>()
      for (const owner of spacing.flatMap(ownersOf)) counts.set(owner, (counts.get(owner) ?? 0) + 1)
      return spacing.map((fault) => {
        const [about] = ownersOf(fault).sort((a, b) => counts.get(b)! - counts.get(a)! || (a < b ? -1 : 1))
        return { enclosure, face, fault, about: about! }
      })
    }),
  word: ({ enclosure, face, fault, about }, { plan, reckoning }) => {
    const { holes } = reckoning.faces.find((each) => each.enclosure === enclosure && each.face === face)!
    const names = fault.holes.map((id) => holes.find((hole) => hole.id === id)!.label)
    const owners = [...new Set(fault.holes.map((id) => holes.find((hole) => hole.id === id)!.owner))].filter(
      (owner): owner is DeviceId => owner.startsWith('device:'),
    )
    const where = `${plan.enclosures[enclosure]!.name}, ${plan.enclosures[enclosure]!.faces[face]!.name.toLowerCase()}`
    return {
      subjects: owners.length > 0 ? owners.map((id) => ({ kind: 'device' as const, id })) : [{ kind: 'plan' }],
      alike: `${face} ${about}`,
      severity: fault.left_mm < 0 && fault.kind !== 'nuts' ? 'stop' : 'caution',
      what:
        fault.kind === 'edge'
          ? `${names[0]} in ${where}: ${formatNumber(fault.left_mm)} mm to the edge, ${formatNumber(fault.wanted_mm)} mm are wanted`
          : fault.kind === 'web'
            ? `${names.join(' and ')} in ${where}: ${formatNumber(fault.left_mm)} mm between them, ${formatNumber(fault.wanted_mm)} mm are wanted`
            : `The nuts of ${names.join(' and ')} in ${where} are ${formatNumber(fault.left_mm)} mm apart; a spanner wants ${formatNumber(fault.wanted_mm)} mm`,
      why:
        fault.kind === 'nuts'
          ? 'The second nut cannot be turned once the first is on.'
          : 'What is left bends or breaks out under the drill, or later under a pull.',
    }
  },
})
