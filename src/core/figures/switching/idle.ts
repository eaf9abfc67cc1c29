import {
  allOn,
  settle,
  splitKey,
  terminalKey,
  type Conditions,
  type Model,
  type Mover,
  type Solution,
  type TerminalKey,
} from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'

/** A load counts as fed from this share of its nominal voltage on. */
const FED = 0.1

/** Devices any of whose draws has volts, whether or not it takes a current; outlets of which line and neutral have. */
export function fedDevices(model: Model, { volts }: Solution): ReadonlySet<DeviceId> {
  const fed = new Set(
    model.draws.flatMap(({ device, plus, minus, draw }) =>
      Math.abs(volts.between(plus, minus) ?? 0) >= FED * draw.nominal_V ? [device] : [],
    ),
  )
  for (const { id, part } of model.devices) {
    if (part.behaviour.kind !== 'outlet') continue
    const joints = outletJoints(model, id, part.terminals)
    if (joints && Math.abs(volts.between(...joints) ?? 0) >= FED * model.plan.site.mains_V) fed.add(id)
  }
  return fed
}

/** The first line and the first neutral of an outlet. */
function outletJoints(
  model: Model,
  id: DeviceId,
  terminals: Model['devices'][number]['part']['terminals'],
): readonly [number, number] | null {
  const joint = (fn: 'L' | 'N') => {
    const key = (Object.keys(terminals) as TerminalId[]).find((terminal) => terminals[terminal]!.function === fn)
    return key === undefined ? null : model.jointOf(terminalKey(id, key))
  }
  const [line, neutral] = [joint('L'), joint('N')]
  return line === null || neutral === null ? null : [line, neutral]
}

/**
 * What is fed while no program commands anything: the power is there, switches stand as in service, buttons are let go, and
 * every output of a program and every input that a pin commands is at rest. What runs now, nothing commands.
 */
export function reckonIdle(model: Model, conditions: Conditions): readonly DeviceId[] {
  return [...fedDevices(model, settle(model, allOn({ held: idleHeld(model), memory: 'rest' }), conditions))]
}

/** Where every output of a program, and every input that a pin commands, is held while no program runs. */
export function idleHeld(model: Model): Readonly<Record<DeviceId, Readonly<Record<string, string>>>> {
  const held: Record<DeviceId, Record<string, string>> = {}
  for (const mover of model.movers) {
    if (mover.actuator.by !== 'firmware' && !(mover.actuator.by === 'coil' && isCommandedByPin(model, mover))) continue
    held[mover.device] = { ...held[mover.device], [mover.actuator.id]: mover.actuator.rest }
  }
  return held
}

/** What is fed with every program running and nobody's hand on a button. */
export const reckonHandsOff = (model: Model, conditions: Conditions): readonly DeviceId[] => [
  ...fedDevices(model, settle(model, allOn(), conditions)),
]

/** Whether an end of a coil hangs on nothing that the plan knows the volts of. */
function isCommandedByPin({ potentialsOfJoint }: Model, { coil }: Mover): boolean {
  return !coil || [coil.plus, coil.minus].some((joint) => potentialsOfJoint(joint).length === 0)
}

/** Terminals of other devices on the net of one. */
export function othersOn(model: Model, key: TerminalKey): readonly ReturnType<typeof splitKey>[] {
  const own = splitKey(key).device
  return (model.netById.get(model.netOf(key))?.terminals ?? []).map(splitKey).filter(({ device }) => device !== own)
}
