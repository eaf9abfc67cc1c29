import type { WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

/** Single-ended pixel data reaches metres, not tens of metres; common practice. */
const REACH_mm = 5000

export const dataTooFar = defineRule<{ readonly wire: WireId; readonly length_mm: number; readonly isPixels: boolean }>(
  {
    severity: 'caution',
    title: 'Data farther than one wire carries it',
    stage: 'connect',
    source: SOURCES.practice,
    find: (context) =>
      context.wires.flatMap(({ id, wire, reckoned }) => {
        const isData = [wire.from, wire.to].some(
          (end) =>
            end.kind === 'terminal' &&
            context.terminal(end.device, end.terminal).function === 'data' &&
            (context.terminal(end.device, end.terminal).level_V ?? 0) > 0,
        )
        const isPixels = [wire.from, wire.to].some(
          (end) => end.kind === 'terminal' && context.part(end.device).behaviour.kind === 'pixel-string',
        )
        return isData && reckoned.length_mm > REACH_mm ? [{ wire: id, length_mm: reckoned.length_mm, isPixels }] : []
      }),
    word: ({ wire, length_mm, isPixels }, context) => ({
      severity: isPixels ? 'caution' : 'note',
      subjects: [{ kind: 'wire', id: wire }],
      what: `${context.wireName(wire)} carries data over ${formatNumber(length_mm / 1000)} m on one wire`,
      why: `Up to about 5 m it arrives; beyond, edges blur${isPixels ? ' and the first pixels flicker' : ''}. A differential pair over network cable carries it tens of metres.`,
    }),
  },
)
