import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { openingTime, sayTime } from '@/core/protection'
import { FAMILIES, SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

/** What opens sooner opens in use, whatever is done meanwhile; a machine runs for an hour. An assumption. */
const SOON_s = 3600

interface Facts {
  readonly device: DeviceId
  readonly link: string
  readonly loading_percent: number
  readonly limit_percent: number
}

export const fuseOverloaded = defineRule<Facts>({
  severity: 'caution',
  title: 'Fuse or breaker too small for its load',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.protective.flatMap(({ device, link, family, loading }): Facts[] => {
      const limit_percent = FAMILIES[family].loadingLimit_percent.continuous
      return loading.value !== null &&
        loading.value > limit_percent * (1 + 1e-9) &&
        context.device(device).origin !== 'remove'
        ? [{ device, link, loading_percent: loading.value, limit_percent }]
        : []
    }),
  word({ device, link, loading_percent, limit_percent }, context) {
    const protective = context.reckoning.protective.find(
      (candidate) => candidate.device === device && candidate.link === link,
    )!
    const { tag } = context.device(device)
    const opening = openingTime({ family: protective.family, rating_A: protective.rating_A! }, protective.worst.value!)
    const opens = opening.kind === 'opens' && opening.latest_s <= SOON_s
    return {
      severity: opens ? 'stop' : 'caution',
      subjects: [{ kind: 'device', id: device }],
      what: `${tag}${link.length > 1 ? ` ${link}` : ''}: ${formatNumber(protective.worst.value!)} A through ${protective.rating_A} A is ${formatNumber(loading_percent)} %; this family carries ${limit_percent} % for hours`,
      why: opens
        ? `It opens within ${sayTime(opening.latest_s)} of every start, with no fault at all.`
        : 'It ages and opens one day for no fault at all.',
      fixes: protective.advised_A
        ? [
            {
              label: `Fit ${protective.advised_A} A in ${tag}`,
              commands: [
                {
                  type: 'fitRating',
                  device,
                  link,
                  fitted: { family: protective.family, rating_A: protective.advised_A, curve: null },
                },
              ],
            },
          ]
        : [],
    }
  },
})
