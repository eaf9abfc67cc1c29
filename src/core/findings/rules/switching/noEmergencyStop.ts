import { doesAny, type DeviceId, type Part } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { isHazard } from '@/core/behaviour'
import { defineRule } from '@/core/judging'

/** A hand can be in it: a pump and a heater hurt otherwise. */
const movesSomething = (part: Part): boolean =>
  doesAny(part, 'moves') || (isHazard(part) && !doesAny(part, 'heats', 'pumps'))

/** No hand holds what takes more. An assumption. */
const HELD_W = 200

const isStrong = (part: Part): boolean =>
  part.draws.some(
    ({ power_W, current_A, nominal_V, does }) =>
      (does === null || does === 'moves' || does === 'works') && (power_W ?? (current_A ?? 0) * nominal_V) >= HELD_W,
  )

export const noEmergencyStop = defineRule<{ readonly movers: readonly DeviceId[]; readonly isStrong: boolean }>({
  severity: 'note',
  title: 'Nothing to hit when something goes wrong',
  stage: 'guard',
  source: SOURCES.iec60204EmergencyStop,
  find(context) {
    if (context.devices.some(({ part }) => part.behaviour.kind === 'emergency-stop')) return []
    const moving = context.devices.filter(({ part }) => movesSomething(part))
    const movers = moving.map(({ id }) => id).sort()
    return movers.length > 0 ? [{ movers, isStrong: moving.some(({ part }) => isStrong(part)) }] : []
  },
  word: ({ movers, isStrong }, context) => ({
    severity: isStrong ? 'caution' : 'note',
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
