import type { DeviceId } from '@/core/plan'
import type { Situation } from './situation'
import type { Potentials } from './solution'
import type { Positions } from './structure'
import type { Model, ModelDraw, Mover } from './types'

/** Shares of its nominal voltage at which a coil surely works, and at which it surely lets go; common practice. */
const PICK_UP = 0.75
const DROP_OUT = 0.3
/** A board works from this share of its nominal voltage on; common practice. */
const BOARD_WORKS = 0.5
/** Of an input of which nothing is known. */
const ANY_V = 0.5

/** Where every mover stands before any coil has answered. */
export function startPositions(model: Model, situation: Situation): Positions {
  const { memory } = situation
  return model.movers.map((mover, i) => {
    const held = heldAt(situation, mover)
    if (held !== undefined) return held
    if (memory === 'service' || !isWorked(mover)) return mover.service
    return memory === 'rest' ? mover.actuator.rest : memory[i]!
  })
}

const isWorked = ({ actuator }: Mover) => actuator.by === 'coil' || actuator.by === 'firmware'

function heldAt({ held }: Situation, { device, actuator }: Mover): string | undefined {
  return held[device]?.[actuator.id]
}

/**
 * Where every mover stands once its coil has its volts. A coil both of whose ends can be fed in the plan follows its volts,
 * whatever a state holds: what is held is then where it begins. One that a signal commands follows the state, as long as the
 * end that is fed is live. The program of a board runs while the board is fed.
 */
export function moveMovers(model: Model, situation: Situation, positions: Positions, volts: Potentials): Positions {
  return model.movers.map((mover, i) => {
    const { actuator } = mover
    const commanded = heldAt(situation, mover) ?? mover.service
    if (actuator.by === 'firmware') return isBoardFed(model, mover, volts) ? commanded : actuator.rest
    if (actuator.by !== 'coil' || !mover.coil) return positions[i]!
    const { plus, minus } = mover.coil
    const [isPlusKnown, isMinusKnown] = [plus, minus].map((joint) => model.potentialsOfJoint(joint).length > 0)
    if (isPlusKnown && isMinusKnown) {
      const isIn = positions[i] !== actuator.rest
      return coilWorks(model, mover, isIn, volts.between(plus, minus)) ? mover.service : actuator.rest
    }
    const fedEnd = isPlusKnown ? plus : isMinusKnown ? minus : null
    return fedEnd === null || volts.isLive(fedEnd) ? commanded : actuator.rest
  })
}

function coilWorks(model: Model, { device, actuator, coil }: Mover, isIn: boolean, across_V: number | null): boolean {
  if (across_V === null) return false
  const { pickUp_V, dropOut_V, plus } = actuator.coil!
  const isPolarised = model.deviceById.get(device)!.part.terminals[plus]!.polarised
  const volt = isPolarised ? across_V : Math.abs(across_V)
  const nominal_V = coil!.nominal_V
  const picksUp_V = pickUp_V ?? (nominal_V === null ? ANY_V : PICK_UP * nominal_V)
  const dropsOut_V = dropOut_V ?? Math.min(picksUp_V, nominal_V === null ? ANY_V : DROP_OUT * nominal_V)
  return volt >= (isIn ? dropsOut_V : picksUp_V) * (1 - 1e-9)
}

/** A board whose power the plan knows runs while it has it; of one whose power is not planned nothing is known, and it counts as running. */
function isBoardFed(model: Model, { device }: Mover, volts: Potentials): boolean {
  const draws = plannedDraws(model).get(device)
  return (
    !draws ||
    draws.some(({ plus, minus, draw }) => Math.abs(volts.between(plus, minus) ?? 0) >= BOARD_WORKS * draw.nominal_V)
  )
}

const knownDraws = new WeakMap<Model, ReadonlyMap<DeviceId, readonly ModelDraw[]>>()

/** The draws of each device of which the plan knows what feeds both ends. */
function plannedDraws(model: Model): ReadonlyMap<DeviceId, readonly ModelDraw[]> {
  let known = knownDraws.get(model)
  if (!known) {
    const found = new Map<DeviceId, ModelDraw[]>()
    for (const draw of model.draws) {
      if (model.potentialsOfJoint(draw.plus).length === 0 || model.potentialsOfJoint(draw.minus).length === 0) continue
      const own = found.get(draw.device)
      if (own) own.push(draw)
      else found.set(draw.device, [draw])
    }
    knownDraws.set(model, (known = found))
  }
  return known
}
