import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly wire: WireId
  readonly device: DeviceId
  readonly terminal: TerminalId
}

export const springWantsFirm = defineRule<Facts>({
  severity: 'caution',
  title: 'Loose strands into a push-in clamp',
  stage: 'terminate',
  source: SOURCES.practice,
  find: (context) =>
    context.wires.flatMap(({ id, wire, reckoned }) =>
      (['from', 'to'] as const).flatMap((side): Facts[] => {
        const end = wire[side]
        if (end.kind !== 'terminal' || context.terminal(end.device, end.terminal).clamp !== 'spring') return []
        // What is too thin for a sleeve goes in as it is, the lever held.
        const isChosen = (side === 'from' ? wire.fromTreatment : wire.toTreatment) === 'bare'
        return isChosen && reckoned[side]?.treatment === 'bare' && wire.construction !== 'solid'
          ? [{ wire: id, device: end.device, terminal: end.terminal }]
          : []
      }),
    ),
  word: ({ wire, device, terminal }, context) => ({
    subjects: [
      { kind: 'wire', id: wire },
      { kind: 'terminal', device, terminal },
    ],
    alike: context.device(device).part,
    what: `${context.wireName(wire)} goes into ${context.terminalName(device, terminal)} as bare strands`,
    why: 'A push-in clamp takes a solid core or a ferrule: loose strands fold up before it, and it pulls out. Fit a ferrule, or take a lever splice.',
  }),
})
