import { terminalKey } from './keys'
import { othersOn } from './othersOn'
import type { Model, Mover } from './types'

const known = new WeakMap<Mover, boolean>()

/** Whether one lead of a coil lies where it belongs and the other goes nowhere: nothing works it, whatever is commanded. */
export function isCoilHalfOpen(model: Model, mover: Mover): boolean {
  const before = known.get(mover)
  if (before !== undefined) return before
  const { links, terminals } = model.deviceById.get(mover.device)!.part
  const isRelay = links.some(
    (link) => 'actuator' in link && link.actuator === mover.actuator.id && link.kind === 'contact',
  )
  const coil = mover.actuator.by === 'coil' && isRelay ? mover.actuator.coil : undefined
  // A module's own feed is no lead of its coil.
  const isFeed = (end: 'plus' | 'minus') => ['V+', 'V-'].includes(terminals[coil![end]]!.function)
  const isJoined = (end: 'plus' | 'minus') => {
    const key = terminalKey(mover.device, coil![end])
    return model.potentialsOfJoint(model.jointOf(key)).length > 0 || othersOn(model, key).length > 0
  }
  const is = Boolean(coil) && !isFeed('plus') && !isFeed('minus') && isJoined('plus') !== isJoined('minus')
  known.set(mover, is)
  return is
}
