import { terminalKey, type Model, type ModelDraw, type Solution } from '@/core/model'
import { doesAny, doesOf, type DeviceId, type Does, type TerminalId } from '@/core/plan'

/** A load counts as fed from this share of its nominal voltage on. */
export const FED = 0.1

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

/** What is taken for a hazard is fed: of a thing that says what its draws do, by those that move, pump or heat. */
export function fedHazards(model: Model, { volts }: Solution): ReadonlySet<DeviceId> {
  const isFed = ({ plus, minus, draw }: ModelDraw) => Math.abs(volts.between(plus, minus) ?? 0) >= FED * draw.nominal_V
  return new Set(
    model.devices.flatMap(({ id, part }) => {
      const draws = model.draws.filter(({ device }) => device === id)
      const feared = draws.filter(({ draw }) => FEARED.has(doesOf(part, draw)!))
      return (feared.length > 0 ? feared : draws).some(isFed) ? [id] : []
    }),
  )
}

/** What runs: of a hazard what makes it one, of anything else whatever of it is fed. */
export function runningDevices(model: Model, solution: Solution): ReadonlySet<DeviceId> {
  const feared = fedHazards(model, solution)
  return new Set(
    [...fedDevices(model, solution)].filter(
      (id) => feared.has(id) || !doesAny(model.deviceById.get(id)!.part, ...FEARED),
    ),
  )
}

const FEARED: ReadonlySet<Does> = new Set<Does>(['moves', 'pumps', 'heats'])

/** The first line and the first neutral of an outlet. */
export function outletJoints(
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
