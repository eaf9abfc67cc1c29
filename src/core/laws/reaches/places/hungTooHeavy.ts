import { formatNumber } from '@/core/quantity'
import type { EnclosureId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** Of what points carry at rest; common practice. */
const SHARE = 0.5

export const hungTooHeavy = defineLayingRule<{
  readonly enclosure: EnclosureId
  readonly mass_kg: number
  readonly carries_kg: number
  readonly unknown: number
}>({
  severity: 'stop',
  title: 'Heavier than its hanging points carry',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ plan, reckoning }) =>
    Object.entries(plan.enclosures).flatMap(([id, box]) => {
      const hanging = box!.outdoor?.hanging
      if (!hanging) return []
      const inside = new Set(
        reckoning.faces
          .filter(({ enclosure }) => enclosure === id)
          .flatMap(({ items }) => items.map(({ device }) => device)),
      )
      const masses = [...inside].map((device) => plan.parts[plan.devices[device]!.part]!.mass_g)
      const mass_kg = ((box!.mass_g ?? 0) + masses.reduce((sum: number, mass) => sum + (mass ?? 0), 0)) / 1000
      const carries_kg = hanging.points * hanging.each_kg
      return mass_kg > carries_kg * SHARE
        ? [
            {
              enclosure: id as EnclosureId,
              mass_kg,
              carries_kg,
              unknown: masses.filter((mass) => mass === null).length,
            },
          ]
        : []
    }),
  word: ({ enclosure, mass_kg, carries_kg, unknown }, { plan }) => ({
    severity: mass_kg > carries_kg ? 'stop' : 'caution',
    subjects: [{ kind: 'plan' }],
    what: `“${plan.enclosures[enclosure]!.name}” weighs ${formatNumber(mass_kg)} kg${unknown > 0 ? ` and ${unknown} parts of unknown mass` : ''}; its points carry ${formatNumber(carries_kg)} kg, and half of that is what they should`,
    why: 'Wind and swinging double what hangs. More points, stronger ones, or stand it on the ground.',
  }),
})
