import type { WireId } from '@/core/plan'
import { formatNumber, wireSize } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

/** Nominal sizes of two series never match to the last digit. */
const AREA_REL_TOL = 0.005

export const earthConductorThin = defineRule<{
  readonly wire: WireId
  readonly size: string
  readonly least_mm2: number
}>({
  severity: 'stop',
  title: 'Earth conductor too thin',
  stage: 'connect',
  source: SOURCES.iec60204Earth,
  find: (context) =>
    context.wires.flatMap(({ id, wire, reckoned }) => {
      const least_mm2 = reckoned.sizing.value
      if (wire.function !== 'PE' || wire.size === null || least_mm2 === null) return []
      return wireSize(wire.size).area_mm2 < least_mm2 * (1 - AREA_REL_TOL)
        ? [{ wire: id, size: wire.size, least_mm2 }]
        : []
    }),
  word: ({ wire, size, least_mm2 }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    alike: size,
    what: `${context.wireName(wire)} is ${size}, and at least ${formatNumber(least_mm2)} mm² is needed`,
    why: 'It must carry a fault until the fuse or breaker opens, without melting first.',
    fixes: [
      {
        label: `Size ${context.plan.wires[wire]!.label} by the rule`,
        commands: [{ type: 'updateWire', id: wire, changes: { size: null } }],
      },
    ],
  }),
})
