import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import type { PixelReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

export const pixelsTooLow = defineRule<PixelReckoning>({
  severity: 'caution',
  title: 'Pixels too far from their feed',
  stage: 'feed',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.pixels.filter(
      ({ far_V, request, device }) =>
        far_V < request.minimum_V * (1 - 1e-9) && plan.devices[device]!.origin !== 'remove',
    ),
  word: ({ device, far_V, lowest, request, injectEvery, feeds, brightnessLimit_percent }, context) => {
    const draw = context.part(device).draws[0]!
    const dimmed_A = (request.count * request.each_mA * brightnessLimit_percent) / 1e5
    return {
      subjects: [{ kind: 'device', id: device }],
      alike: 'pixels',
      what: `${context.device(device).tag}: pixel ${lowest} of ${request.count} gets ${formatNumber(far_V)} V and wants ${formatNumber(request.minimum_V)} V`,
      why: `They turn red towards the far end, or flicker. ${injectEvery > 0 ? `One feed reaches ${injectEvery}: feed it ${feeds} times, from both ends first` : 'This feed is too thin or too long even for one'}${brightnessLimit_percent >= 1 ? `; or keep to ${formatNumber(brightnessLimit_percent)} % of full white` : ''}.`,
      fixes:
        brightnessLimit_percent >= 1
          ? [
              {
                label: `Keep to ${Math.floor(brightnessLimit_percent)} % of full white`,
                commands: [
                  {
                    type: 'setLoad',
                    device,
                    draw: draw.id,
                    load: { current_A: Math.floor(dimmed_A * 1000 * 0.99) / 1000 },
                  },
                ],
              },
            ]
          : [],
    }
  },
})
