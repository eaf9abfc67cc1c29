import { heldButtons } from '@/core/behaviour'
import { allOn, type Model, type Situation } from '@/core/model'
import type { DeviceId } from '@/core/plan'

/** The states in which a plan is looked at: off and dead, fed with nothing commanded, and with everything commanded. */
export const SITUATIONS = ['dead', 'idle', 'all on'] as const
export type SituationName = (typeof SITUATIONS)[number]

const OFF: Situation['sources'] = { mains: false, usb: false, battery: false }

/** Actuators by hand as in service: the main switch on, whatever else is on. Programs at rest where nothing is commanded. */
export function situationNamed(model: Model, name: SituationName): Situation {
  let own = known.get(model)
  if (!own) known.set(model, (own = new Map()))
  let situation = own.get(name)
  if (!situation) own.set(name, (situation = makeSituation(model, name)))
  return situation
}

const known = new WeakMap<Model, Map<SituationName, Situation>>()

function makeSituation(model: Model, name: SituationName): Situation {
  if (name === 'all on') return allOn({ held: heldButtons(model) })
  const atRest: Record<DeviceId, Record<string, string>> = {}
  for (const { device, actuator } of model.movers)
    // Nothing is warm yet: what closes by warmth stands at rest.
    if (
      actuator.by === 'firmware' ||
      actuator.by === 'heat' ||
      (actuator.by === 'coil' && !isFed(model, device, actuator.id))
    )
      (atRest[device] ??= {})[actuator.id] = actuator.rest
  return allOn({ held: atRest, memory: 'rest', ...(name === 'dead' ? { sources: OFF } : {}) })
}

/** A coil whose two ends the plan feeds answers to its volts alone. */
function isFed(model: Model, device: DeviceId, actuator: string): boolean {
  const mover = model.movers.find((each) => each.device === device && each.actuator.id === actuator)
  return (
    mover?.coil != null &&
    [mover.coil.plus, mover.coil.minus].every((joint) => model.potentialsOfJoint(joint).length > 0)
  )
}
