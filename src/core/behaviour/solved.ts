import { allOn, settle, type Conditions, type Model, type Situation, type Solution } from '@/core/model'
import { idleHeld } from './hands'

/** Situations that many ask about, each solved once for a wiring and its conditions. */
const USUAL = {
  /** Every program running, nobody's hand on anything. */
  'hands off': () => allOn(),
  /** The power is there, switches stand as in service, buttons are let go, and no program commands anything. */
  idle: (model) => allOn({ held: idleHeld(model), memory: 'rest' }),
} as const satisfies Record<string, (model: Model) => Situation>
export type UsualSituation = keyof typeof USUAL

const known = new WeakMap<Conditions, WeakMap<Model, Map<UsualSituation, Solution>>>()

export const usualSituation = (model: Model, name: UsualSituation): Situation => USUAL[name](model)

export function settled(model: Model, conditions: Conditions, name: UsualSituation): Solution {
  let byModel = known.get(conditions)
  if (!byModel) known.set(conditions, (byModel = new WeakMap()))
  let solutions = byModel.get(model)
  if (!solutions) byModel.set(model, (solutions = new Map()))
  let solution = solutions.get(name)
  if (!solution) solutions.set(name, (solution = settle(model, usualSituation(model, name), conditions)))
  return solution
}
