import { solveNetwork, type NetworkNames } from '@/core/circuit'
import type { DeviceId, Plan, WireId } from '@/core/plan'
import type { Component, StateNetworks } from './stateNetworks'
import { splitKey, type Topology } from './topology'
import type { TerminalKey } from './types'

/** How often supplies' inputs are brought up to date with their outputs; one round more than supplies hang on supplies. */
const INPUT_ROUNDS = 8
const INPUT_REL_TOL = 1e-9
/** The least that a wire of no length counts as. */
const LEAST_OHM = 1e-6

export interface OutputSolution {
  readonly current_A: number
  readonly power_W: number
}

export interface StateResult {
  readonly reasons: readonly string[]
  /** Devices and wires of the networks that could not be solved. */
  readonly unsolved: ReadonlySet<string>
  /** Positive from the wire's first end to its second. */
  readonly wireCurrent_A: ReadonlyMap<WireId, number>
  readonly linkCurrent_A: ReadonlyMap<string, number>
  readonly drawVoltage_V: ReadonlyMap<string, number>
  readonly drawCurrent_A: ReadonlyMap<string, number>
  /** Output currents of supplies, converters and, as `device/mains`, inlets. */
  readonly outputs: ReadonlyMap<string, OutputSolution>
  /** What each supply or converter takes at its input. */
  readonly inputs_A: ReadonlyMap<DeviceId, number>
  /** Loads on the mains itself. */
  readonly direct_W: number
  /** By node of each solved network. */
  readonly potentials_V: ReadonlyMap<Component, Float64Array>
}

/** Solves every network of a state for given wire resistances, and the supplies' inputs with their outputs until both settle. */
export function solveState(
  plan: Plan,
  topology: Topology,
  { components, sources, loads }: StateNetworks,
  ohms: ReadonlyMap<WireId, number>,
): StateResult {
  for (const { elements, network } of components)
    elements.forEach(({ role, id }, i) => {
      if (role === 'wire') network.value[i] = Math.max(LEAST_OHM, ohms.get(id as WireId) ?? LEAST_OHM)
    })
  const wireCurrent_A = new Map<WireId, number>()
  const linkCurrent_A = new Map<string, number>()
  const drawVoltage_V = new Map<string, number>()
  const drawCurrent_A = new Map<string, number>()
  const outputs = new Map<string, OutputSolution>()
  const inputs_A = new Map<DeviceId, number>()
  const potentials = new Map<Component, Float64Array>()
  const power_W = new Map<string, number>()
  const reasons = new Map<Component, readonly string[]>()
  const unsolved = new Set<string>()
  const demands = new Map<DeviceId, number>()
  const inputOf = (id: string) => id.slice(0, id.indexOf('#')) as DeviceId

  const solve = (component: Component) => {
    const { elements, network, inputs } = component
    for (const i of inputs) network.value[i] = demands.get(inputOf(elements[i]!.id)) ?? 0
    const solution = solveNetwork(network, namesOf(plan, topology, component))
    if (solution.kind === 'refused') {
      reasons.set(component, solution.reasons)
      potentials.delete(component)
      for (const { id } of elements) unsolved.add(id)
      return
    }
    if (reasons.delete(component)) for (const { id } of elements) unsolved.delete(id)
    const { potentials_V, currents_A } = solution
    potentials.set(component, potentials_V)
    for (let i = 0; i < elements.length; i += 1) {
      const { id, role } = elements[i]!
      const current_A = currents_A[i]!
      const across_V = potentials_V[network.a[i]!]! - potentials_V[network.b[i]!]!
      if (role === 'wire') wireCurrent_A.set(id as WireId, current_A)
      else if (role === 'link') linkCurrent_A.set(id, current_A)
      else if (role === 'source') outputs.set(id, { current_A: -current_A, power_W: -across_V * current_A })
      else if (role === 'input') inputs_A.set(inputOf(id), current_A)
      else {
        drawVoltage_V.set(id, across_V)
        drawCurrent_A.set(id, current_A)
        power_W.set(id, across_V * current_A)
      }
    }
  }

  let changed: readonly Component[] = components
  for (let round = 0; round < INPUT_ROUNDS && changed.length > 0; round += 1) {
    changed.forEach(solve)
    const wanted = new Map<DeviceId, number>()
    for (const { id, device, input } of sources)
      if (input)
        wanted.set(device, (wanted.get(device) ?? 0) + input.demand(Math.max(0, outputs.get(id)?.power_W ?? 0)))
    const moved = new Set<DeviceId>()
    for (const [device, value] of wanted) {
      if (Math.abs((demands.get(device) ?? 0) - value) > INPUT_REL_TOL * Math.max(1e-6, value)) moved.add(device)
      demands.set(device, value)
    }
    // Networks whose inputs did not change keep their answer.
    changed = components.filter(({ elements, inputs }) => inputs.some((i) => moved.has(inputOf(elements[i]!.id))))
  }

  for (const id of unsolved) {
    wireCurrent_A.delete(id as WireId)
    linkCurrent_A.delete(id)
    drawVoltage_V.delete(id)
    drawCurrent_A.delete(id)
    outputs.delete(id)
  }
  return {
    reasons: [...reasons.values()].flat(),
    unsolved,
    wireCurrent_A,
    linkCurrent_A,
    drawVoltage_V,
    drawCurrent_A,
    outputs,
    inputs_A,
    potentials_V: potentials,
    direct_W: loads.reduce(
      (sum, { id, isDirect }) => sum + (isDirect && !unsolved.has(id) ? (power_W.get(id) ?? 0) : 0),
      0,
    ),
  }
}

/** Tags instead of ids, for the reasons why there is no answer. */
function namesOf(plan: Plan, topology: Topology, { elements, joints }: Component): NetworkNames {
  const tag = (device: DeviceId) => plan.devices[device]?.tag ?? device
  return {
    node(k) {
      for (const { id, part } of topology.devices) {
        for (const terminal of Object.keys(part.terminals))
          if (topology.jointIndex(`${id}|${terminal}` as TerminalKey) === joints[k])
            return `${tag(id)} terminal ${part.terminals[splitKey(`${id}|${terminal}` as TerminalKey).terminal]!.label}`
      }
      return `joint ${joints[k]}`
    },
    element(i) {
      const { id, role } = elements[i]!
      if (role === 'wire') return plan.wires[id as WireId]?.label || id
      return tag(id.replace(/[/#].*$/, '') as DeviceId)
    },
  }
}
