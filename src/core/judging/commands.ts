/** What the rules about commanding share: what may stand between a load and its source, and who works it. */
import type { FeedWay } from '@/core/behaviour'
import type { Passage } from '@/core/model'
import { moverOf, type DeviceId } from '@/core/plan'
import type { JoinedContext } from './context'

/** The ways on which a device is fed. */
export const waysTo = ({ ways }: JoinedContext, device: DeviceId): readonly FeedWay[] =>
  ways.filter((way) => way.device === device)

/** What moves a passage: a hand, a coil, heat, a program, a setting; null for a fuse. */
function movedBy(context: JoinedContext, { device, link }: Passage) {
  return 'actuator' in link ? moverOf(context.part(device), link).by : null
}

/** Whether a thermostat stands in the way of a device, or in the way of the coil that switches it. */
export function passesThermostat(context: JoinedContext, device: DeviceId, seen: readonly DeviceId[] = []): boolean {
  return waysTo(context, device).some(({ passages }) =>
    passages.some((passage) => {
      const by = movedBy(context, passage)
      if (by === 'heat') return context.part(passage.device).behaviour.kind === 'thermostat'
      const isOther = passage.device !== device && !seen.includes(passage.device)
      return by === 'coil' && isOther && passesThermostat(context, passage.device, [...seen, device])
    }),
  )
}

/** Whether a hand or warmth commands a device by a passage of its own: not by the switch that everything hangs on. */
export function isWorkedByHandOrHeat(context: JoinedContext, device: DeviceId): boolean {
  if (passesThermostat(context, device)) return true
  const all = context.ways
  return waysTo(context, device).some(({ passages }) =>
    passages.some((passage) => {
      const by = movedBy(context, passage)
      return by === 'hand' && !isStopLike(context, passage) && !all.every((way) => way.passages.includes(passage))
    }),
  )
}

function isStopLike(context: JoinedContext, { device, link }: Passage): boolean {
  const { kind } = context.part(device).behaviour
  if (kind === 'emergency-stop' || kind === 'residual-current-device') return true
  return (
    link.kind === 'contact' && kind === 'button' && link.closedIn.includes(moverOf(context.part(device), link).rest)
  )
}

/** Whether a program or a pin commands a device: by what stands in its way, or in the way of the coil that works that. */
export function isCommandable(context: JoinedContext, device: DeviceId, seen: readonly DeviceId[] = []): boolean {
  return waysTo(context, device).some(({ passages }) =>
    passages.some((passage) => {
      const by = movedBy(context, passage)
      if (by !== 'coil') return by === 'firmware'
      const { coil } = context.model.movers[passage.mover!]!
      const isOnRails =
        coil !== null && [coil.plus, coil.minus].every((joint) => context.model.potentialsOfJoint(joint).length > 0)
      if (!isOnRails) return true
      const { device: relay } = passage
      return relay !== device && !seen.includes(relay) && isCommandable(context, relay, [...seen, device])
    }),
  )
}
