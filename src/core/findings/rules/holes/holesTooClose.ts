import { formatNumber } from '@/core/quantity'
import type { DeviceId, EnclosureId, FaceId } from '@/core/plan'
import type { SpacingFault } from '@/core/drilling'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '../../types'

export const holesTooClose = defineLayingRule<{
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly fault: SpacingFault
}>({
  severity: 'caution',
  title: 'Too little material about a hole',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.faces.flatMap(({ enclosure, face, spacing }) => spacing.map((fault) => ({ enclosure, face, fault }))),
  word: ({ enclosure, face, fault }, { plan, reckoning }) => {
    const { holes } = reckoning.faces.find((each) => each.enclosure === enclosure && each.face === face)!
    const names = fault.holes.map((id) => holes.find((hole) => hole.id === id)!.label)
    const owners = [...new Set(fault.holes.map((id) => holes.find((hole) => hole.id === id)!.owner))].filter(
      (owner): owner is DeviceId => owner.startsWith('device:'),
    )
    const where = `${plan.enclosures[enclosure]!.name}, ${plan.enclosures[enclosure]!.faces[face]!.name.toLowerCase()}`
    return {
      subjects: owners.length > 0 ? owners.map((id) => ({ kind: 'device' as const, id })) : [{ kind: 'plan' }],
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
