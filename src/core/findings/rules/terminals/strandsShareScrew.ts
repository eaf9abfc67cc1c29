import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly wires: readonly WireId[]
}

export const strandsShareScrew = defineRule<Facts>({
  severity: 'caution',
  title: 'Bare strands share a screw',
  stage: 'terminate',
  source: SOURCES.iec60204Terminals,
  find: (context) =>
    context.devices.flatMap(({ id, part }) =>
      (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal): Facts[] => {
        if (part.terminals[terminal]!.clamp !== 'screw') return []
        const here = context.wiresAt(id, terminal).filter(({ wire }) => wire.origin !== 'remove')
        const isBare = ({ id: wire, side }: (typeof here)[number]) =>
          context.reckoning.wires[wire]?.[side]?.treatment === 'bare'
        return here.length > 1 && here.some(isBare)
          ? [{ device: id, terminal, wires: here.map(({ id: wire }) => wire).sort() }]
          : []
      }),
    ),
  word: ({ device, terminal, wires }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }, ...wires.map((id) => ({ kind: 'wire' as const, id }))],
    alike: context.device(device).part,
    what: `${context.terminalName(device, terminal)} holds ${wires.length} conductors under one screw, bare strands among them`,
    why: 'The screw spreads the strands and holds one of them; a stray strand reaches the neighbour. Ferrules, or one twin sleeve for both.',
    severity: ['L', 'N', 'PE'].includes(context.terminal(device, terminal).function) ? 'stop' : 'caution',
  }),
})
