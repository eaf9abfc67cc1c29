import { wireSize } from '@/core/quantity'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule, type Severity } from '@/core/judging'

/** A screw or a pluggable clamp takes two thin leads in one twin sleeve, as long as both go in. Common practice. */
function isTwin(context: Context, device: DeviceId, terminal: TerminalId): boolean {
  const { clamp, conductors } = context.terminal(device, terminal)
  const areas = context.wiresAt(device, terminal).flatMap(({ id, wire }) => {
    const size = context.reckoning.wires[id]?.size ?? null
    return wire.origin === 'remove' || size === null ? [] : [wireSize(size).area_mm2]
  })
  const isScrewed = clamp === 'screw' || clamp === 'pluggable'
  return isScrewed && areas.length === 2 && areas[0]! + areas[1]! <= conductors.max_mm2
}

function severityOf(
  context: Context,
  device: DeviceId,
  terminal: TerminalId,
  count: number,
  allowed: number,
): Severity {
  const isMains = ['L', 'N', 'PE'].includes(context.terminal(device, terminal).function)
  if (count === 2 && allowed === 1 && isTwin(context, device, terminal)) return isMains ? 'caution' : 'note'
  return isMains ? 'stop' : 'caution'
}

export const clampOverfilled = defineRule<{
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly count: number
  readonly allowed: number
}>({
  severity: 'caution',
  title: 'Too many conductors in a clamp',
  stage: 'connect',
  source: SOURCES.iec60204Terminals,
  find: (context) =>
    context.devices.flatMap(({ id, part }) =>
      (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal) => {
        const count = context.wiresAt(id, terminal).filter(({ wire }) => wire.origin !== 'remove').length
        const allowed = part.terminals[terminal]!.conductors.count
        return count > allowed ? [{ device: id, terminal, count, allowed }] : []
      }),
    ),
  word: ({ device, terminal, count, allowed }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    alike: `${context.device(device).part} ${count}`,
    what: `${context.terminalName(device, terminal)} holds ${count} conductors and is made for ${allowed}`,
    why: 'The clamp grips one and leaves the other loose. Two thin leads go into one twin sleeve; for more use a distribution terminal or a splice.',
    severity: severityOf(context, device, terminal, count, allowed),
  }),
})
