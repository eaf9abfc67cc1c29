import { othersOn, terminalKey, type Model, type Mover, type Situation } from '@/core/model'
import { factsOf, type DeviceId, type Part, type Plan, type TerminalId } from '@/core/plan'
import { heldAt, type Held } from './hands'

/** What a sensor is when it answers: a contact that moves, or its output drawn to its minus. */
export interface Sense {
  readonly id: string
  readonly device: DeviceId
  readonly title: string
  readonly words: string
  readonly held: Held
  readonly across: Situation['across']
}

/** As good as a closed contact. */
const ANSWERS_OHM = 0.1

/** Each sensor of a plan that answers by itself: contacts moved by what is sensed, and leads on which a part tells what it found. */
export function sensesOf(plan: Plan, model: Model): readonly Sense[] {
  return model.devices.flatMap(({ id, device, part }): Sense[] => {
    if (device.origin === 'remove' || factsOf(part).isCommanding || 'outputs' in part.behaviour) return []
    const moved = model.movers.filter(
      (mover) => mover.device === id && (mover.actuator.by === 'heat' || isReadContact(model, mover)),
    )
    if (moved.length > 0)
      return moved.map((mover) => {
        const { actuator } = mover
        const position = actuator.positions.find((each) => each !== mover.service) ?? actuator.rest
        return {
          id: mover.id,
          device: id,
          title: `${device.tag} ${actuator.by === 'heat' ? 'hot' : 'worked'}`,
          words: `${device.tag}, ${device.name}, ${actuator.by === 'heat' ? 'as hot as it answers' : 'worked'}; no program commands anything`,
          held: heldAt([mover], () => position),
          across: [],
        }
      })
    return tellingPairs(part.terminals).map(([a, b, label], i, { length }) => ({
      id: `${id}/${a}`,
      device: id,
      title: length > 1 ? `${device.tag} ${label}` : device.tag,
      words: `${device.tag}, ${device.name}, answers${length > 1 ? ` on ${label}` : ''}: solved as its lead drawn to its other one`,
      held: {},
      across: [
        {
          id: `sense:${i}`,
          a: model.jointOf(terminalKey(id, a)),
          b: model.jointOf(terminalKey(id, b)),
          ohm: ANSWERS_OHM,
        },
      ],
    }))
  })
}

/** Whether a program reads a contact that a hand or the machine works: one of its ends lies on an input. */
export const isReadContact = (model: Model, { device, actuator }: Mover): boolean =>
  actuator.by === 'hand' &&
  model.passages.some(
    (passage) =>
      passage.device === device &&
      passage.link.kind === 'contact' &&
      passage.link.actuator === actuator.id &&
      [passage.a, passage.b].some((end) =>
        othersOn(model, end).some(({ device: other, terminal }) =>
          isInput(model.deviceById.get(other)!.part, terminal),
        ),
      ),
  )

/** Whether a program reads a terminal: a signal of what commands, that it does not send, at a level of its own. */
export function isInput(part: Part, terminal: TerminalId): boolean {
  const { function: fn, direction, level_V } = part.terminals[terminal]!
  return factsOf(part).isCommanding && (fn === 'signal' || fn === 'data') && direction !== 'out' && level_V !== 0
}

/** The lead on which something is told, and the one it is told against: its minus, or of two leads the other. */
function tellingPairs(
  terminals: Plan['parts'][keyof Plan['parts']]['terminals'],
): readonly (readonly [TerminalId, TerminalId, string])[] {
  const keys = Object.keys(terminals) as TerminalId[]
  const tells = keys.filter((key) => {
    const { function: fn, direction } = terminals[key]!
    return (fn === 'signal' || fn === 'data') && direction !== 'in'
  })
  const minus = keys.find((key) => terminals[key]!.function === 'V-')
  if (minus !== undefined) return tells.map((key) => [key, minus, terminals[key]!.label])
  return tells.length === 2 && keys.length <= 3 ? [[tells[0]!, tells[1]!, terminals[tells[0]!]!.label]] : []
}
