import { isInTheOpen } from './inTheOpen'
import type { EnclosureId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const exitUpward = defineLayingRule<{ readonly enclosure: EnclosureId; readonly what: string }>({
  severity: 'caution',
  title: 'An opening that looks at the sky',
  stage: 'layout',
  source: SOURCES.iec60529,
  find: ({ plan, reckoning }) =>
    reckoning.faces.flatMap(({ enclosure, side, holes, isPlate }) => {
      const { outdoor } = plan.enclosures[enclosure]!
      if (!isInTheOpen(plan, enclosure) || isPlate || side !== 'top' || outdoor?.hasRainHood) return []
      return holes
        .filter((hole) => hole.state !== 'blank' && hole.for !== 'fixing')
        .map((hole) => ({ enclosure, what: hole.label }))
    }),
  word: ({ enclosure, what }, { plan }) => ({
    subjects: [{ kind: 'plan' }],
    what: `“${what}” goes through the top of “${plan.enclosures[enclosure]!.name}”, which stands in the open`,
    why: 'Water runs along a lead and stands on every seal. Leave downward, with a drip loop, or put a rain hood over it.',
  }),
})
