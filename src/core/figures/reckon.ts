import type { Model, Solution } from '@/core/model'
import { boxPlans, placesView, type DeviceId, type Plan, type WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { cite, SOURCES } from '@/core/reference'
import { COMMON_PRACTICE, step, type Figure } from '@/core/trace'
import { findEarths } from './earth/earths'
import { reckonPixels } from './pixels/pixelRuns'
import { reckonProtective } from './protection/protectiveDevices'
import { expectedInside_C, type Air } from './settled/air'
import { forwarded, lazily } from './lazily'
import { routeFigures } from './routes/routeFigures'
import { GREATEST_FED_BACK_C, routesOf, settlePlan, type SettledPlan } from './settled/settlePlan'
import { rememberTreatments } from './settled/treatments'
import { reckonFixings } from './space/fixings'
import { reckonFaces } from './space/layout'
import { reckonSpace } from './space/space'
import { askedFor } from './supply/asked'
import { reckonDraws } from './supply/draws'
import { reckonMains } from './supply/mains'
import { findRails } from './supply/rails'
import { reckonSupplies } from './supply/supplies'
import {
  deadOutlets,
  fedByOwnCommand,
  fedDevices,
  fedHazards,
  feedWays,
  reckonSafeStates,
  reckonStops,
  settled,
} from '@/core/behaviour'
import { reckonSwitches } from './switching/switches'
import type { BoxHeatReckoning, CircuitFigures, Reckoning, SpaceFigures, StateSolution, WireReckoning } from './types'

type Sized = SettledPlan['sized']

const knownCircuits = new WeakMap<SettledPlan, CircuitFigures>()
const knownSpaces = new WeakMap<Plan, SpaceFigures>()

/**
 * Works out what a plan implies, each figure once it is read. Pure; the same on page, worker, server and command line. What an
 * edit leaves as it was is remembered.
 */
export function reckon(plan: Plan): Reckoning {
  const of = { ...forwarded(circuitFigures(plan)), ...forwarded(spaceFigures(plan)) }
  return lazily<Reckoning>({ ...of, routes: () => routeFigures(routesOf(plan)) })
}

/** What follows from the circuit; the same object as before while nothing of the circuit changed. */
export function circuitFigures(plan: Plan): CircuitFigures {
  const settled = settlePlan(plan)
  let figures = knownCircuits.get(settled)
  if (!figures) knownCircuits.set(settled, (figures = readOff(settled)))
  return figures
}

/** What follows from where things are; likewise. */
export function spaceFigures(plan: Plan): SpaceFigures {
  const view = placesView(plan)
  let figures = knownSpaces.get(view)
  if (!figures) {
    const boxes = boxPlans(view).map(boxFigures)
    figures = {
      faces: boxes.flatMap(({ faces }) => faces),
      spaces: boxes.flatMap(({ spaces }) => spaces),
      fixings: boxes.flatMap(({ fixings }) => fixings),
    }
    knownSpaces.set(view, figures)
  }
  return figures
}

/** Of one enclosure. */
function boxFigures(box: Plan): SpaceFigures {
  let figures = knownSpaces.get(box)
  if (!figures) {
    const faces = reckonFaces(box)
    const spaces = reckonSpace(box, faces)
    knownSpaces.set(box, (figures = { faces, spaces, fixings: reckonFixings(box, faces, spaces) }))
  }
  return figures
}

function readOff({ model, sized, boxes, air }: SettledPlan): CircuitFigures {
  const { plan } = model
  const { states, conditions } = sized
  const ways = () => feedWays(plan, model)
  const rails = (): CircuitFigures['rails'] => figures.rails
  const nets = (): CircuitFigures['nets'] => figures.nets
  const figures: CircuitFigures = lazily<CircuitFigures>({
    nets: () => model.nets.filter((net) => net.wires.length > 0 || net.potentials.length > 0),
    netOf: () => Object.fromEntries(nets().flatMap(({ id, terminals }) => terminals.map((key) => [key, id]))),
    wires: () => wireFigures(model, sized),
    states: () => stateFigures(model, states),
    supplies: () => reckonSupplies(plan, model, states, air),
    protective: () => reckonProtective(model, sized, rails(), air),
    rails: () => findRails(plan, model, states),
    draws: () => reckonDraws(plan, model, states),
    mains: () => reckonMains(plan, model, states),
    switches: () => reckonSwitches(plan, model, ways(), states, air),
    safeStates: () => reckonSafeStates(plan, model, conditions, ways()),
    stops: () => reckonStops(model, conditions, ways()),
    deadOutlets: () => deadOutlets(model, conditions),
    ownCommands: () => fedByOwnCommand(model, conditions, ways()),
    idle: () => [...fedDevices(model, settled(model, conditions, 'idle'))],
    idleHazards: () => [...fedHazards(model, settled(model, conditions, 'idle'))],
    handsOff: () => [...fedDevices(model, settled(model, conditions, 'hands off'))],
    bonds: () => sized.bonds,
    pixels: () => reckonPixels(plan, model, sized, rails()),
    boxes: () => boxes,
    earths: () => findEarths(model),
    inside: () => insideFigure(plan, boxes, air),
  })
  return figures
}

/** Each wire as it is sized, and what becomes of its ends. */
function wireFigures({ plan, conductors }: Model, sized: Sized): CircuitFigures['wires'] {
  const wires: Record<WireId, WireReckoning> = {}
  const treatOf = rememberTreatments(plan)
  for (const { id, wire } of conductors) {
    const outcome = sized.wires.get(id)!
    wires[id] = {
      ...outcome,
      from: treatOf(wire, 'from', outcome.size),
      to: treatOf(wire, 'to', outcome.size),
    }
  }
  return wires
}

const stateFigures = (model: Model, states: Sized['states']): CircuitFigures['states'] =>
  Object.fromEntries(
    [...states].map(([id, state]) => [
      id,
      {
        isSolved: state.reasons.length === 0,
        reasons: state.reasons,
        chattering: state.chattering,
        overloads: overloadsOf(model, state),
        asked: askedFor(model.plan, model, id),
      },
    ]),
  )

/** The warmest air that anything is reckoned at. */
function insideFigure(plan: Plan, boxes: readonly BoxHeatReckoning[], { warmest_C }: Air): Figure {
  const found_C = Math.max(-Infinity, ...boxes.map(({ inside }) => inside.value ?? -Infinity))
  const expected_C = expectedInside_C(plan)
  const isWarmer = warmest_C > expected_C
  return {
    value: warmest_C,
    unit: '°C',
    trace: [
      isWarmer
        ? step(
            'Inside the box',
            `${warmest_C} °C by the heat sum, warmer than the house rule; supplies, fuses and wires in it are reckoned at it${found_C > GREATEST_FED_BACK_C ? `, though the sum says ${formatNumber(found_C)} °C` : ''}`,
            cite(SOURCES.iec60890),
          )
        : step(
            'Inside the box',
            expected_C > plan.practice.inside_C
              ? `${warmest_C} °C, as warm as the air outside; the house rule’s ${formatNumber(plan.practice.inside_C)} °C cannot be had`
              : `${warmest_C} °C at full work, by the house rule; once the box is laid out the heat sum counts where it is warmer`,
            COMMON_PRACTICE,
          ),
    ],
  }
}

function overloadsOf(model: Model, { overloads }: Solution): StateSolution['overloads'] {
  return overloads.flatMap(({ source, dropped }) => {
    const [device, output] = source.split('/') as [DeviceId, string]
    const { behaviour } = model.deviceById.get(device)!.part
    const own = 'outputs' in behaviour ? behaviour.outputs.find(({ id }) => id === output) : undefined
    const loads = [...new Set(dropped.map((id) => id.slice(0, id.indexOf('#')) as DeviceId))]
    return own ? [{ source: device, output, limit_A: own.limit_A, dropped: loads }] : []
  })
}
