import { fittedRating } from '@/core/model'
import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { formatNumber, isAtMost } from '@/core/quantity'
import { FAMILIES, offeredRatings_A, SOURCES, type DeviceFamily } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly link: string
  readonly family: DeviceFamily
  readonly wants: DeviceFamily
  readonly rating_A: number
  readonly problem: 'format' | 'rating' | 'beyond'
  /** What the place carries at most; null where its part does not say. */
  readonly place_A: number | null
}

/** What a place for a fuse carries: the inlet’s own rating, else that of the terminals at its ends. */
function placeRating_A(
  { behaviour, terminals }: Part,
  { a, b }: { readonly a: TerminalId; readonly b: TerminalId },
): number | null {
  if (behaviour.kind === 'mains-inlet') return behaviour.rated_A
  const rated = [a, b].flatMap((end) => terminals[end]!.rated_A ?? [])
  return rated.length > 0 ? Math.min(...rated) : null
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
        const place_A = placeRating_A(part, link)
        const common = { device: id, link: link.id, family, wants: link.family, rating_A, place_A }
        if (FAMILIES[family].format !== FAMILIES[link.family].format) return [{ ...common, problem: 'format' }]
        const isFuse = FAMILIES[family].kind === 'fuse'
        // What it carries for hours: a fuse to UL 248-14 is loaded less than one of the same print to IEC 60127.
        const carries_A = (rating_A * FAMILIES[family].loadingLimit_percent.continuous) / 100
        if (isFuse && place_A !== null && !isAtMost(carries_A, place_A)) return [{ ...common, problem: 'beyond' }]
        // Of fuses only what is made can be fitted; small breakers are made in more steps than the common series.
        const series = offeredRatings_A(family)
        const isMade = isFuse ? series.includes(rating_A) : rating_A <= series.at(-1)!
        return isMade ? [] : [{ ...common, problem: 'rating' }]
      }),
    ),
  word: ({ device, link, family, wants, rating_A, problem, place_A }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what:
      problem === 'format'
        ? `${context.device(device).tag} ${link} is made for a ${FAMILIES[wants].name}, and a ${FAMILIES[family].name} is in the plan`
        : problem === 'beyond'
          ? `${context.device(device).tag} ${link} carries ${formatNumber(place_A!)} A at most, and a fuse of ${formatNumber(rating_A)} A is in the plan`
          : `${context.device(device).tag} ${link}: no ${FAMILIES[family].name} of ${formatNumber(rating_A)} A is made`,
    why:
      problem === 'format'
        ? 'It does not go in, or not all the way: a fuse held by chance runs hot. Choose what the place takes.'
        : problem === 'beyond'
          ? 'Its contacts char long before that fuse opens. Fit a smaller one, or take a place made for more.'
          : 'Whoever buys it takes the next that lies there. Choose a rating of the series.',
    severity: problem === 'rating' ? 'caution' : 'stop',
  }),
})
