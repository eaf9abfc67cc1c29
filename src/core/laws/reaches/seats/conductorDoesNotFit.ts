import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import { formatNumber, wireSize } from '@/core/quantity'
import { customaryArea_mm2, SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly wire: WireId
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly area_mm2: number
  readonly limit_mm2: number
  readonly isThick: boolean
}

/** A clamp stated to a hundredth takes a gauge that is a hundredth off. */
const AREA_REL_TOL = 0.05

export const conductorDoesNotFit = defineRule<Facts>({
  severity: 'caution',
  title: 'Conductor does not fit its clamp',
  stage: 'connect',
  source: SOURCES.iec60204Terminals,
  find: (context) =>
    context.wires.flatMap(({ id, wire, reckoned }) => {
      if (reckoned.size === null) return []
      const { area_mm2 } = wireSize(reckoned.size)
      return [wire.from, wire.to].flatMap((end): Facts[] => {
        if (end.kind !== 'terminal') return []
        const { min_mm2, max_mm2 } = context.terminal(end.device, end.terminal).conductors
        const common = { wire: id, device: end.device, terminal: end.terminal, area_mm2 }
        if (area_mm2 > max_mm2 * (1 + AREA_REL_TOL)) return [{ ...common, limit_mm2: max_mm2, isThick: true }]
        return customaryArea_mm2(reckoned.size!) < min_mm2 * (1 - AREA_REL_TOL)
          ? [{ ...common, limit_mm2: min_mm2, isThick: false }]
          : []
      })
    }),
  word: ({ wire, device, terminal, area_mm2, limit_mm2, isThick }, context) => ({
    subjects: [
      { kind: 'wire', id: wire },
      { kind: 'terminal', device, terminal },
    ],
    alike: `${context.device(device).part} ${isThick} ${area_mm2} ${limit_mm2}`,
    what: `${context.wireName(wire)} is ${formatNumber(area_mm2)} mm² and ${context.terminalName(device, terminal)} takes ${isThick ? `at most ${formatNumber(limit_mm2)}` : `at least ${formatNumber(limit_mm2)}`} mm²`,
    why: isThick
      ? 'Strands are cut off to make it go in, and the joint runs hot. Split the run at a terminal, or lower what protects it.'
      : 'The clamp closes before it grips; the wire pulls out.',
    severity: ['L', 'N', 'PE'].includes(context.terminal(device, terminal).function) ? 'stop' : 'caution',
  }),
})
