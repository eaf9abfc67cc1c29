import { doesAny, type DeviceId, type Part } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { isHazard } from '@/core/behaviour'
import { defineRule } from '../../types'

/** A hand can be in it: a pump and a heater hurt otherwise. */
const movesSomething = (part: Part): boolean =>
  doesAny(part, 'moves') || (isHazard(part) && !doesAny(part, 'heats', 'pumps'))

export const noEmergencyStop = defineRule<{ readonly movers: readonly DeviceId[] }>({
  severity: 'note',
  title: 'Nothing to hit when something goes wrong',
  stage: 'guard',
  source: SOURCES.iec60204EmergencyStop,
  find(context) {
    if (context.devices.some(({ part }) => part.behaviour.kind === 'emergency-stop')) return []
    const movers = context.devices
      .filter(({ part }) => movesSomething(part))
      .map(({ id }) => id)
      .sort()
    return movers.length > 0 ? [{ movers }] : []
  },
  word: ({ movers }, context) => ({
    subjects: movers.slice(0, 6).map((id) => ({ kind: 'device', id })),
    what: `${movers
      .slice(0, 4)
      .map((id) => context.device(id).tag)
      .join(
        ', ',
      )}${movers.length > 4 ? ` and ${movers.length - 4} more` : ''} move, and the plan has no emergency stop`,
    why: 'A main switch behind the machine is not within reach of the hand that needs it. A red button in the feed of what moves is; it is a convenience and no rated safety function.',
  }),
})
