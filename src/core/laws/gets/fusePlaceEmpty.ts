import { fittedRating } from '@/core/model'
import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly link: string
  readonly loads: readonly DeviceId[]
  readonly advised_A: number | null
}

export const fusePlaceEmpty = defineRule<Facts>({
  severity: 'stop',
  title: 'A fuse place without its fuse',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) =>
    context.model.passages.flatMap((passage): Facts[] => {
      const { device, link } = passage
      if (link.kind !== 'protective' || context.device(device).origin === 'remove') return []
      if (fittedRating(context.device(device), link).rating_A !== null) return []
      const loads = context.ways.flatMap((way) => (way.passages.includes(passage) ? [way.device] : []))
      const advised_A =
        context.reckoning.protective.find((each) => each.device === device && each.link === link.id)?.advised_A ?? null
      return loads.length > 0 ? [{ device, link: link.id, loads: [...new Set(loads)].sort(), advised_A }] : []
    }),
  word: ({ device, link, loads, advised_A }, context) => {
    const { tag } = context.device(device)
    const given = context.part(device).links.find(({ id }) => id === link)!
    return {
      subjects: [device, ...loads.slice(0, 6)].map((id) => ({ kind: 'device', id })),
      what: `${tag} ${link} is empty, and ${loads
        .slice(0, 4)
        .map((id) => context.device(id).tag)
        .join(
          ', ',
        )}${loads.length > 4 ? ` and ${loads.length - 4} more` : ''} ${loads.length === 1 ? 'hangs' : 'hang'} on it`,
      why: `Nothing gets through an empty place. Choose what goes into it${advised_A === null ? '' : `: ${formatNumber(advised_A)} A carries what hangs on it`}.`,
      fixes:
        advised_A !== null && given.kind === 'protective'
          ? [
              {
                label: `Fit ${advised_A} A in ${tag} ${link}`,
                commands: [
                  {
                    type: 'fitRating',
                    device,
                    link,
                    fitted: { family: given.family, rating_A: advised_A, curve: null },
                  },
                ],
              },
            ]
          : [],
    }
  },
})
