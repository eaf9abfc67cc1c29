import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import { isEarth, reachedFrom, splitKey, stepsTo, terminalKey, wiresOn, type Model, type Step } from '@/core/model'
import type { EarthReckoning } from '../types'

/** Earth conductors that protect: those of a functional earth serve screens and filters, and end there. */
const protects =
  (model: Model) =>
  (step: Step): boolean => {
    if (!isEarth(step) || step.conductor === null) return false
    return [step.conductor.from, step.conductor.to].every((key) => {
      const { device, terminal } = splitKey(key)
      return model.deviceById.get(device)!.part.terminals[terminal]!.function !== 'FE'
    })
  }

/** For all metal that a hand can touch: the way along earth conductors back to the incoming earth, or none. */
export function findEarths(model: Model): EarthReckoning[] {
  const incoming = model.sources.flatMap(({ potential, terminal }) =>
    potential.kind === 'PE' ? [model.jointOf(terminal)] : [],
  )
  const reached = reachedFrom(model, incoming, protects(model))
  // From the metal back to the incoming earth.
  const pathTo = (joint: number): readonly WireId[] | null =>
    reached.has(joint) ? [...wiresOn(stepsTo(reached.get(joint)))].reverse() : null
  return model.devices.flatMap(({ id, part }) =>
    part.earths === null
      ? []
      : [
          {
            device: id as DeviceId,
            terminal: part.earths as TerminalId,
            path: pathTo(model.jointOf(terminalKey(id, part.earths))),
          },
        ],
  )
}
