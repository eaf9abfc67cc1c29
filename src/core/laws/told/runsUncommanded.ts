import { heats, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { isHazard } from '@/core/behaviour'
import {
  type Context,
  scenarioOf,
  stillDrawing,
  defineRule,
  isCommandable,
  isWorkedByHandOrHeat,
  waysTo,
} from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  /** What should command it, by the wiring or by what the plan says. */
  readonly by: readonly DeviceId[]
}

/** Heaters, and what a program is said to command. A motor on a switch alone is another rule's. */
function isAsked(context: Context, id: DeviceId): boolean {
  const { commandedBy } = context.device(id)
  const part = context.part(id)
  if (heats(part) || commandedBy !== null) return true
  return isHazard(part) && part.behaviour.kind !== 'driver' && isCommandable(context, id)
}

export const runsUncommanded = defineRule<Facts>({
  severity: 'stop',
  title: 'Runs whatever its controller says',
  stage: 'connect',
  source: SOURCES.iec60204Failure,
  find: (context) =>
    context.reckoning.idle.flatMap((device): Facts[] => {
      if (isHazard(context.part(device)) && !context.reckoning.idleHazards.includes(device)) return []
      if (context.device(device).origin === 'remove' || !isAsked(context, device)) return []
      const { commandedBy } = context.device(device)
      // Who stands by a hot wire with a switch in the hand commands it.
      if (commandedBy === null && isWorkedByHandOrHeat(context, device)) return []
      const on = waysTo(context, device).flatMap(({ passages }) =>
        passages.flatMap(({ device: by, link }) => ('actuator' in link ? [by] : [])),
      )
      return [{ device, by: [...new Set([...(commandedBy === null ? [] : [commandedBy]), ...on])] }]
    }),
  word: ({ device, by }, context) => {
    const { tag, name } = context.device(device)
    return {
      harm: stillDrawing(context.plan, scenarioOf('every program at rest', { isIdle: true }), [device]) ?? undefined,
      subjects: [device, ...by.slice(0, 5)].map((id) => ({ kind: 'device', id })),
      what: `${tag}, ${name}, is on as soon as there is power, with ${by.length > 0 ? `${by.map((id) => context.device(id).tag).join(', ')} at rest` : 'nothing to switch it'}`,
      why: 'Solved with every output of a program off and every button let go: it is fed all the same. Its feed goes past what should switch it, or the control input is tied to a rail. Lead it through the switched output.',
    }
  },
})
