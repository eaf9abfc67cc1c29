import { fittedRating } from '@/core/model'
import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { FAMILIES, offeredRatings_A, SOURCES, type DeviceFamily } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly link: string
  readonly family: DeviceFamily
  readonly wants: DeviceFamily
  readonly rating_A: number
  readonly problem: 'format' | 'rating'
}

export const fuseMisfits = defineRule<Facts>({
  severity: 'stop',
  title: 'A fuse that its place does not take',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }): Facts[] =>
      part.links.flatMap((link): Facts[] => {
        if (link.kind !== 'protective') return []
        const { family, rating_A } = fittedRating(device, link)
        if (rating_A === null) return []
        const common = { device: id, link: link.id, family, wants: link.family, rating_A }
        if (FAMILIES[family].format !== FAMILIES[link.family].format) return [{ ...common, problem: 'format' }]
        // Of fuses only what is made can be fitted; small breakers are made in more steps than the common series.
        const series = offeredRatings_A(family)
        const isMade = FAMILIES[family].kind === 'breaker' ? rating_A <= series.at(-1)! : series.includes(rating_A)
        return isMade ? [] : [{ ...common, problem: 'rating' }]
      }),
    ),
  word: ({ device, link, family, wants, rating_A, problem }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what:
      problem === 'format'
        ? `${context.device(device).tag} ${link} is made for a ${FAMILIES[wants].name}, and a ${FAMILIES[family].name} is in the plan`
        : `${context.device(device).tag} ${link}: no ${FAMILIES[family].name} of ${formatNumber(rating_A)} A is made`,
    why:
      problem === 'format'
        ? 'It does not go in, or not all the way: a fuse held by chance runs hot. Choose what the place takes.'
        : 'Whoever buys it takes the next that lies there. Choose a rating of the series.',
    severity: problem === 'format' ? 'stop' : 'caution',
  }),
})
