import type { ProtectiveReckoning } from '@/core/figures'
import { FAMILIES, SOURCES } from '@/core/reference'
import { inrushStood_A } from '@/core/protection'
import { formatNumber } from '@/core/quantity'
import { defineRule } from '@/core/judging'

interface Facts extends Pick<ProtectiveReckoning, 'device' | 'link' | 'family' | 'inrush_A'> {
  readonly rating_A: number
  readonly stands_A: number
}

/** Beyond this many times what it stands, it opens each time; common practice. */
const SURELY = 4

/** What a fuse or breaker sees while the supplies behind it are switched on. */
export const inrushOpensDevice = defineRule<Facts>({
  severity: 'caution',
  title: 'Switching on may open it',
  stage: 'guard',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.protective.flatMap(({ device, link, family, curve, rating_A, inrush_A }) => {
      if (rating_A === null || plan.devices[device]!.origin === 'remove') return []
      const stands_A = inrushStood_A({ family, rating_A, ...(curve ? { curve } : {}) }, plan.site.region)
      return inrush_A > stands_A ? [{ device, link, family, inrush_A, rating_A, stands_A }] : []
    }),
  word: ({ device, link, family, rating_A, inrush_A, stands_A }, context) => {
    const isFuse = FAMILIES[family].kind === 'fuse'
    const isSure = inrush_A > SURELY * stands_A
    return {
      subjects: [{ kind: 'device', id: device }],
      alike: device,
      what: `The supplies behind ${context.device(device).tag} ${link}, ${formatNumber(rating_A)} A, draw a peak of ${formatNumber(inrush_A)} A when they are switched on; it stands about ${formatNumber(stands_A)} A for so short a time`,
      why: isSure
        ? `It ${isFuse ? 'opens' : 'trips'} as soon as it is switched on. Take ${isFuse ? 'a larger slow one' : 'a larger one, or a curve that waits'}, as thick as the wires behind it allow.`
        : 'It holds on some evenings and not on others. Take a slower one or a larger one, as the wires allow, or put an inrush limiter ahead.',
      severity: isSure ? 'stop' : 'caution',
    }
  },
})
