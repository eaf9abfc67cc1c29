import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import type { BoxHeatReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

/** A sum of estimates is no better than this. */
const TOLERANCE_K = 1
/** The house rule counts in whole steps. */
const STEP_K = 5

export const boxHotterThanPlanned = defineRule<BoxHeatReckoning>({
  severity: 'caution',
  title: 'Box warmer than everything is sized for',
  stage: 'feed',
  source: SOURCES.iec60890,
  find: ({ reckoning, plan }) =>
    reckoning.boxes.filter(
      ({ inside }) => inside.value !== null && inside.value > plan.practice.inside_C + TOLERANCE_K,
    ),
  word: ({ enclosure, inside, loss, wantedFan_m3_per_h, blown_m3_per_h }, context) => {
    const { practice, enclosures } = context.plan
    const next_C = Math.ceil(inside.value! / STEP_K) * STEP_K
    const reckonedAt_C = context.reckoning.inside.value ?? practice.inside_C
    return {
      // Where all is judged at what it comes to, the laws say what does not stand it.
      severity: reckonedAt_C >= inside.value! - TOLERANCE_K ? 'note' : 'caution',
      subjects: [{ kind: 'plan' }],
      what: `${formatNumber(loss.value!)} W bring “${enclosures[enclosure]!.name}” to ${formatNumber(inside.value!)} °C${blown_m3_per_h > 0 ? ' with its fans' : ''}; the house rule expects ${formatNumber(practice.inside_C)} °C, and everything is reckoned at ${formatNumber(reckonedAt_C)} °C`,
      why: `Supplies derate, fuses open early, wires carry less${reckonedAt_C > practice.inside_C ? '; laid out, it is reckoned so already' : ' than this plan says'}. ${wantedFan_m3_per_h === null ? 'The air outside is too warm to cool it: move the losses out, or allow it to be warmer' : `A fan of ${formatNumber(wantedFan_m3_per_h)} m³/h through its filters, a larger box, or one of metal keeps it`}; or let everything be reckoned warmer.`,
      fixes:
        next_C <= 70
          ? [
              {
                label: `Reckon with ${next_C} °C inside`,
                commands: [{ type: 'setPractice', changes: { inside_C: next_C } }],
              },
            ]
          : [],
    }
  },
})
