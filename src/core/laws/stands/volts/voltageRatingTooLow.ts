import type { DeviceId, WireId } from '@/core/plan'
import { FAMILIES, SOURCES } from '@/core/reference'
import { voltageObjection } from '@/core/protection'
import { formatNumber } from '@/core/quantity'
import { defineRule, type Fix } from '@/core/judging'

type Facts =
  | {
      readonly kind: 'device'
      readonly device: DeviceId
      readonly link: string
      readonly objection: string
      readonly system: 'dc' | 'ac-1ph'
      readonly voltage_V: number
    }
  | { readonly kind: 'wire'; readonly wire: WireId; readonly rated_V: number; readonly voltage_V: number }

/** Where 48 V is too much for a plain blade, its higher-voltage sister fits the same block. */
function sisterFix(
  tag: string,
  facts: Extract<Facts, { kind: 'device' }>,
  family: string,
  rating_A: number | null,
): Fix[] {
  const isBlade =
    family === 'ISO 8820-3' && facts.system === 'dc' && facts.voltage_V <= FAMILIES['ISO 8820-3 58 V'].max_V.dc!
  return isBlade && rating_A !== null
    ? [
        {
          label: `Fit a 58 V type in ${tag}`,
          commands: [
            {
              type: 'fitRating',
              device: facts.device,
              link: facts.link,
              fitted: { family: 'ISO 8820-3 58 V', rating_A, curve: null },
            },
          ],
        },
      ]
    : []
}

export const voltageRatingTooLow = defineRule<Facts>({
  severity: 'stop',
  title: 'Voltage rating too low',
  stage: 'feed',
  source: SOURCES.iec60204Insulation,
  find: (context) => [
    ...context.reckoning.protective.flatMap(({ device, link, family, voltage_V, system, rating_A }): Facts[] => {
      const objection =
        voltage_V > 0 && rating_A !== null && context.device(device).origin !== 'remove'
          ? voltageObjection(family, voltage_V, system)
          : null
      return objection ? [{ kind: 'device', device, link, objection, system, voltage_V }] : []
    }),
    ...context.wires.flatMap(({ id, wire }): Facts[] => {
      const isMains = wire.function === 'L' || wire.function === 'N'
      return isMains && wire.rated_V < context.plan.site.mains_V
        ? [{ kind: 'wire', wire: id, rated_V: wire.rated_V, voltage_V: context.plan.site.mains_V }]
        : []
    }),
  ],
  word(facts, context) {
    if (facts.kind === 'wire') {
      return {
        subjects: [{ kind: 'wire', id: facts.wire }],
        what: `${context.wireName(facts.wire)} is insulated for ${formatNumber(facts.rated_V)} V and carries ${formatNumber(facts.voltage_V)} V`,
        why: 'Insulation below the circuit’s voltage fails sooner or later, and mains then touches what lies beside it.',
      }
    }
    const protective = context.reckoning.protective.find(
      ({ device, link }) => device === facts.device && link === facts.link,
    )!
    const { tag } = context.device(facts.device)
    return {
      subjects: [{ kind: 'device', id: facts.device }],
      alike: `${facts.device} ${facts.objection}`,
      what: `${tag}: ${facts.objection}`,
      why: 'Beyond its rating a fuse melts but the arc goes on burning; the circuit is not parted.',
      fixes: sisterFix(tag, facts, protective.family, protective.rating_A),
    }
  },
})
