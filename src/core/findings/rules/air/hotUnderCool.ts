import { factsOf, type DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

/** From here on a part warms what is above it, and this far; common practice. */
const HOT_W = 15
const RISES_mm = 100

export const hotUnderCool = defineRule<{
  readonly hot: DeviceId
  readonly cool: DeviceId
  readonly loss_W: number
  readonly gap_mm: number
}>({
  severity: 'caution',
  title: 'Heat rises into a cool part',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) => {
    const losses = new Map(
      context.reckoning.boxes.flatMap(({ losses: each, worstState }) =>
        worstState === null ? [] : each.map(({ device, loss_W }) => [device, loss_W[worstState]!] as const),
      ),
    )
    return (
      context.reckoning.faces
        // On what lies flat nothing is above anything.
        .filter(({ isPlate, side }) => isPlate && side !== 'top' && side !== 'bottom')
        .flatMap(({ items }) =>
          items.flatMap((hot) => {
            const loss_W = losses.get(hot.device) ?? 0
            if (loss_W < HOT_W) return []
            return items.flatMap((cool) => {
              const gap_mm = hot.body.top_mm - cool.body.bottom_mm
              const isAbove =
                gap_mm > -1e-6 &&
                gap_mm < RISES_mm &&
                Math.min(hot.body.right_mm, cool.body.right_mm) > Math.max(hot.body.left_mm, cool.body.left_mm)
              return isAbove &&
                factsOf(context.part(cool.device)).isElectronics &&
                (losses.get(cool.device) ?? 0) < loss_W / 2
                ? [{ hot: hot.device, cool: cool.device, loss_W, gap_mm }]
                : []
            })
          }),
        )
    )
  },
  word: ({ hot, cool, loss_W, gap_mm }, context) => ({
    subjects: [
      { kind: 'device', id: cool },
      { kind: 'device', id: hot },
    ],
    what: `${context.device(hot).tag} sheds ${formatNumber(loss_W)} W right below ${context.device(cool).tag}, ${formatNumber(gap_mm)} mm apart`,
    why: 'Warm air rises: the board above lives in the breath of the part below. Side by side, or the hot one on top.',
  }),
})
