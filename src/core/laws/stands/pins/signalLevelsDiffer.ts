import type { DeviceId, WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly wire: WireId
  readonly from: DeviceId
  readonly to: DeviceId
  readonly out_V: number
  readonly in_V: number
}

/** An input stands a little more than its nominal level; common practice. */
const STANDS = 1.1
/** Below this share of its level an input is not sure to see a high; common practice. */
const SEES = 0.6

export const signalLevelsDiffer = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Signal of a level its input is not made for',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.wires.flatMap(({ id, wire }): Facts[] => {
      if (wire.from.kind !== 'terminal' || wire.to.kind !== 'terminal') return []
      const ends = [wire.from, wire.to].map((end) => ({
        device: end.device,
        terminal: context.terminal(end.device, end.terminal),
      }))
      const out = ends.find(
        ({ terminal }) => terminal.direction === 'out' && terminal.level_V !== null && terminal.level_V > 0,
      )
      const into = ends.find(
        (end) =>
          end !== out &&
          end.terminal.direction === 'in' &&
          end.terminal.level_V !== null &&
          end.terminal.level_V > 0 &&
          !end.terminal.isolated,
      )
      if (!out || !into) return []
      const [out_V, in_V] = [out.terminal.level_V!, into.terminal.level_V!]
      return out_V > in_V * STANDS || out_V < in_V * SEES
        ? [{ wire: id, from: out.device, to: into.device, out_V, in_V }]
        : []
    }),
  word: ({ wire, from, to, out_V, in_V }, context) => ({
    subjects: [
      { kind: 'wire', id: wire },
      { kind: 'device', id: to },
    ],
    what: `${context.wireName(wire)} brings ${formatNumber(out_V)} V from ${context.device(from).tag} to an input of ${context.device(to).tag} made for ${formatNumber(in_V)} V`,
    why:
      out_V > in_V
        ? 'The input burns out at once, or after weeks. Use a divider, a level shifter or an opto-coupler.'
        : 'The input may never see it as on. Use a level shifter.',
    severity: out_V > in_V ? 'stop' : 'caution',
  }),
})
