import { formatNumber } from '@/core/quantity'
import { step } from '@/core/trace'
import type { DeviceId, Plan, StateId, TerminalId, WireId } from '@/core/plan'
import type { Solution } from '@/core/model'
import { splitKey, terminalKey, type Model } from '@/core/model'
import type { Branch, Rail, TerminalKey } from '../types'

interface Visit {
  readonly joint: number
  readonly path: readonly DeviceId[]
  readonly fuse: Branch['fuse']
  readonly wires: readonly WireId[]
}

/** What hangs on each source, and by which way: walked outward from its feeding terminal over wires, bars, fuses and contacts. */
export function findRails(plan: Plan, model: Model, states: ReadonlyMap<StateId, Solution>): Rail[] {
  const at = new Map<
    number,
    { readonly joint: number; readonly device: DeviceId; readonly wire: WireId | null; readonly fuse: Branch['fuse'] }[]
  >()
  const join = (from: TerminalKey, to: TerminalKey, wire: WireId | null, fuse: Branch['fuse']) => {
    for (const [a, b] of [
      [from, to],
      [to, from],
    ] as const) {
      const joint = model.jointOf(a)
      const list = at.get(joint) ?? []
      list.push({ joint: model.jointOf(b), device: splitKey(b).device, wire, fuse })
      at.set(joint, list)
    }
  }
  for (const { id, from, to, wire } of model.conductors) if (wire.function !== 'PE') join(from, to, id, null)
  for (const passage of model.passages)
    join(
      passage.a,
      passage.b,
      null,
      passage.link.kind === 'protective' ? { device: passage.device, link: passage.link.id } : null,
    )

  const rails: Rail[] = []
  for (const { potential, terminal } of model.sources) {
    if (potential.kind !== 'L' && potential.kind !== '+') continue
    const visited = walk(at, model.jointOf(terminal), potential.device)
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
    const capacity_A = output?.current_A ?? plan.site.outletBreaker_A
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

function walk(
  at: ReadonlyMap<
    number,
    readonly {
      readonly joint: number
      readonly device: DeviceId
      readonly wire: WireId | null
      readonly fuse: Branch['fuse']
    }[]
  >,
  root: number,
  device: DeviceId,
): Map<number, Visit> {
  const visited = new Map<number, Visit>([[root, { joint: root, path: [device], fuse: null, wires: [] }]])
  const queue = [root]
  for (let i = 0; i < queue.length; i += 1) {
    const here = visited.get(queue[i]!)!
    for (const edge of at.get(here.joint) ?? []) {
      if (visited.has(edge.joint)) continue
      visited.set(edge.joint, {
        joint: edge.joint,
        fuse: edge.fuse ?? here.fuse,
        wires: edge.wire ? [...here.wires, edge.wire] : here.wires,
        path: here.path.includes(edge.device) ? here.path : [...here.path, edge.device],
      })
      queue.push(edge.joint)
    }
  }
  return new Map(
    [...visited].map(([joint, visit]) => [joint, { ...visit, path: visit.path.filter((id) => id !== device) }]),
  )
}

function byState(
  states: ReadonlyMap<StateId, Solution>,
  value: (state: Solution) => number | null,
): Record<StateId, number | null> {
  return Object.fromEntries([...states].map(([id, state]) => [id, value(state)]))
}
