import { formatNumber } from '@/core/quantity'
import { step } from '@/core/trace'
import { outletOf, type DeviceId, type Plan, type StateId, type TerminalId, type WireId } from '@/core/plan'
import type { Solution } from '@/core/model'
import {
  isLive,
  passagesOn,
  reachedFrom,
  splitKey,
  stepsTo,
  terminalKey,
  wiresOn,
  type Model,
  type Step,
} from '@/core/model'
import type { Branch, Rail, TerminalKey } from '../types'

/** What lies on the way from a source to a joint. */
interface Visit {
  readonly path: readonly DeviceId[]
  readonly fuse: Branch['fuse']
  readonly wires: readonly WireId[]
}

/** What hangs on each source, and by which way: over wires, bars, fuses and contacts, a change-over one way or the other. */
export function findRails(plan: Plan, model: Model, states: ReadonlyMap<StateId, Solution>): Rail[] {
  const rails: Rail[] = []
  for (const { potential, terminal } of model.sources) {
    if (potential.kind !== 'L' && potential.kind !== '+') continue
    const visited = visitsFrom(model, terminal, potential.device)
    const isMains = potential.kind === 'L'
    const sourceKey = isMains ? `${potential.device}/mains` : `${potential.device}/${potential.output}`
    const branches: Branch[] = []
    for (const { id, device, part } of model.devices) {
      if (id === potential.device) continue
      const { behaviour } = part
      const ends: { readonly draw: string | null; readonly plus: TerminalId }[] = part.draws.map((draw) => ({
        draw: draw.id,
        plus: draw.plus,
      }))
      if (behaviour.kind === 'supply') ends.push({ draw: null, plus: behaviour.line })
      if (behaviour.kind === 'converter') ends.push({ draw: null, plus: behaviour.plus })
      const inputs = ends.flatMap(({ draw, plus }) => {
        const visit = visited.get(model.jointOf(terminalKey(id, plus)))
        return visit
          ? [{ draw, through: visit.path.filter((step) => step !== id), fuse: visit.fuse, wires: visit.wires }]
          : []
      })
      const [first] = inputs
      if (!first || device.origin === 'remove') continue
      const current_A = byState(states, (state) => {
        let sum = 0
        for (const draw of part.draws)
          if (visited.has(model.jointOf(terminalKey(id, draw.plus))))
            sum += state.drawCurrent_A.get(`${id}#${draw.id}`) ?? 0
        return sum + (state.inputs_A.get(id) ?? 0)
      })
      branches.push({
        device: id,
        through: first.through,
        fuse: first.fuse,
        wires: first.wires,
        current_A,
        inputs,
      })
    }
    const entry = model.devices.find(({ id }) => id === potential.device)!
    const output =
      'outputs' in entry.part.behaviour
        ? entry.part.behaviour.outputs.find(({ id }) => !isMains && id === potential.output)
        : undefined
    const capacity_A = output?.current_A ?? outletOf(plan, potential.device).breaker_A
    const current_A = byState(states, (state) =>
      state.unsolved.has(sourceKey) ? null : (state.outputs.get(sourceKey)?.current_A ?? 0),
    )
    const worst = Object.values(current_A).reduce<number | null>(
      (most, value) => (value !== null && (most === null || value! > most) ? value! : most),
      null,
    )
    rails.push({
      id: potential.id,
      kind: isMains ? 'mains' : 'dc',
      source: potential.device,
      voltage_V: potential.voltage_V ?? plan.site.mains_V,
      capacity_A,
      current_A,
      branches,
      load: {
        value: worst,
        unit: 'A',
        trace: [
          step(
            'Load',
            worst === null
              ? 'not derived: the network could not be solved'
              : `${formatNumber(worst)} A in the heaviest state, of ${formatNumber(capacity_A)} A`,
            'solved network',
          ),
        ],
      },
    })
  }
  return rails
}

const known = new WeakMap<Model['wiring'], Map<TerminalKey, ReadonlyMap<number, Visit>>>()

function visitsFrom(model: Model, terminal: TerminalKey, source: DeviceId): ReadonlyMap<number, Visit> {
  let own = known.get(model.wiring)
  if (!own) known.set(model.wiring, (own = new Map()))
  let visits = own.get(terminal)
  if (!visits)
    own.set(
      terminal,
      (visits = new Map(
        [...reachedFrom(model, [model.jointOf(terminal)], isLive)].map(([joint, reached]) => [
          joint,
          visitOf(stepsTo(reached), source),
        ]),
      )),
    )
  return visits
}

function visitOf(steps: readonly Step[], source: DeviceId): Visit {
  const devices = steps.map(({ conductor, passage, to }) => {
    if (passage) return passage.device
    const { from, to: end, jointTo } = conductor!
    return splitKey(jointTo === to ? end : from).device
  })
  const fuse = passagesOn(steps).findLast(({ link }) => link.kind === 'protective')
  return {
    path: [...new Set(devices)].filter((id) => id !== source),
    fuse: fuse ? { device: fuse.device, link: fuse.link.id } : null,
    wires: wiresOn(steps),
  }
}

function byState(
  states: ReadonlyMap<StateId, Solution>,
  value: (state: Solution) => number | null,
): Record<StateId, number | null> {
  return Object.fromEntries([...states].map(([id, state]) => [id, value(state)]))
}
