import { formatNumber } from '@/core/quantity'
import type { DeviceId } from '@/core/plan'
import { glandThread } from '@/core/reference'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** A nut that has lost so much thread has none; a turn less may still hold. An assumption. */
const NUT_mm = 2

export const threadTooShort = defineLayingRule<{
  readonly name: string
  readonly device: DeviceId | null
  readonly grip_mm: number
  readonly wall_mm: number
  readonly thread: string
}>({
  severity: 'caution',
  title: 'Wall too thick for the thread',
  stage: 'layout',
  source: SOURCES.en60423,
  find: ({ plan, reckoning }) =>
    reckoning.faces
      .filter(({ isPlate }) => !isPlate)
      .flatMap(({ enclosure, items, raceways }) => {
        const wall_mm = plan.enclosures[enclosure]!.wall.thickness_mm
        return [
          ...raceways.flatMap(({ raceway }) => {
            const { thread, name, kind } = plan.raceways[raceway]!
            const data = kind === 'gland' && thread ? glandThread(thread) : null
            return data && wall_mm > data.grip_mm
              ? [{ name, device: null, grip_mm: data.grip_mm, wall_mm, thread: data.size }]
              : []
          }),
          ...items.flatMap(({ device }) => {
            const { nut } = plan.parts[plan.devices[device]!.part]!
            return nut && wall_mm > nut.thread_mm
              ? [{ name: plan.devices[device]!.tag, device, grip_mm: nut.thread_mm, wall_mm, thread: 'its thread' }]
              : []
          }),
        ]
      }),
  word: ({ name, device, grip_mm, wall_mm, thread }) => ({
    severity: wall_mm >= grip_mm + NUT_mm ? 'stop' : 'caution',
    subjects: device === null ? [{ kind: 'plan' }] : [{ kind: 'device', id: device }],
    what: `${name}: ${thread} grips a wall of ${formatNumber(grip_mm)} mm at most, and this one is ${formatNumber(wall_mm)} mm`,
    why: 'The nut catches a turn or none. A gland with a long thread, or thin the wall about the hole; metal walls leave more thread than plastic ones.',
  }),
})
