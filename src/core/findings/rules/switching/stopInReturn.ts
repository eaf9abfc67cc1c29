import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { isClosedAtRest } from '@/core/plan'
import { type Context, isReadByPin, hungOn, defineRule } from '@/core/judging'
import { isHazard, mayBeHazard } from '@/core/behaviour'

/** Whether a pin reads it, or the chain of contacts that it is one of. */
function servesPin(context: Context, id: DeviceId, seen: ReadonlySet<DeviceId> = new Set()): boolean {
  if (isReadByPin(context, id)) return true
  const { terminals } = context.part(id)
  return (Object.keys(terminals) as TerminalId[]).some((terminal) =>
    hungOn(context, terminalKey(id, terminal)).some(({ device }) => {
      const { kind } = context.part(device).behaviour
      const isNext = (kind === 'button' || kind === 'switch') && !seen.has(device) && device !== id
      return isNext && servesPin(context, device, new Set([...seen, id]))
    }),
  )
}

/** Whether anything that moves or heats is cut by it. */
const stopsHazard = (context: Context, device: DeviceId) =>
  context.reckoning.stops.some(
    (stop) =>
      stop.device === device &&
      [...stop.cuts, ...stop.stays].some((id) => isHazard(context.part(id)) || mayBeHazard(context.part(id))),
  )

export const stopInReturn = defineRule<{ readonly device: DeviceId; readonly is: 'minus' | 'neutral' }>({
  severity: 'stop',
  title: 'A stop in the return',
  stage: 'connect',
  source: SOURCES.iec60204EmergencyStop,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      const { kind } = part.behaviour
      if (kind !== 'emergency-stop' && kind !== 'button') return []
      // Limits and guards in a chain to a pin, against its ground, are how programs read them.
      if (kind === 'button' && servesPin(context, id)) return []
      const contacts = part.links.flatMap((link) => {
        const isWired =
          link.kind === 'contact' &&
          isClosedAtRest(part, link) &&
          [link.a, link.b].every((end: TerminalId) => context.wiresAt(id, end).length > 0)
        if (!isWired) return []
        return [
          new Set([link.a, link.b].flatMap((end) => context.potentials(terminalKey(id, end)).map((at) => at.kind))),
        ]
      })
      const isReturn = (kinds: ReadonlySet<string>) =>
        (kinds.has('-') || kinds.has('N')) && !kinds.has('+') && !kinds.has('L')
      // One contact in the feed and its twin in the return part both poles.
      if (contacts.length === 0 || !contacts.every(isReturn)) return []
      return [{ device: id, is: contacts[0]!.has('-') ? ('minus' as const) : ('neutral' as const) }]
    }),
  word: ({ device, is }, context) => ({
    severity: stopsHazard(context, device) ? 'stop' : 'caution',
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} parts the ${is} and not the feed`,
    why: `A lead that chafes through to earth or to the ${is} takes its place: pressed, it stops nothing. Put it between the source and what it stops.`,
  }),
})
