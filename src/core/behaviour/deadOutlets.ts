import { allOn, othersOn, settle, terminalKey, type Conditions, type Model } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { fedDevices } from './fed'
import { heldButtons } from './hands'
import { settled } from './solved'

/** Outlets that are wired, and give nothing with everything on, nor with every button held besides. */
export function deadOutlets(model: Model, conditions: Conditions): readonly DeviceId[] {
  const wired = model.devices.filter(({ id, part, device }) => {
    if (part.behaviour.kind !== 'outlet' || device.origin === 'remove') return false
    const live = (Object.keys(part.terminals) as TerminalId[]).filter((terminal) =>
      ['L', 'N'].includes(part.terminals[terminal]!.function),
    )
    return live.length > 0 && live.every((terminal) => othersOn(model, terminalKey(id, terminal)).length > 0)
  })
  if (wired.length === 0) return []
  const on = fedDevices(model, settled(model, conditions, 'hands off'))
  const dead = wired.filter(({ id }) => !on.has(id))
  if (dead.length === 0) return []
  const held = fedDevices(model, settle(model, allOn({ held: heldButtons(model) }), conditions))
  return dead.flatMap(({ id }) => (held.has(id) ? [] : [id]))
}
