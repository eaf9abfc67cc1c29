import type { NetworkNames } from '@/core/circuit'
import type { DeviceId, WireId } from '@/core/plan'
import { moveMovers, startPositions } from './moveMovers'
import type { Situation } from './situation'
import { potentialsOf } from './potentials'
import type { Solution, SolvedComponent } from './solution'
import { structureOf, type Component, type NetElement, type Positions, type Structure } from './structure'
import { JointGroups } from './jointGroups'
import type { Model } from './types'
import { splitKey } from './keys'

/** How often supplies' inputs are brought up to date with their outputs; one round more than supplies hang on supplies. */
const INPUT_ROUNDS = 8
const INPUT_REL_TOL = 1e-9
/** The least that a wire of no length counts as. */
const LEAST_OHM = 1e-6
/** No part takes or leaks so little: relays leak from tenths of a milliampere on, inputs take microamperes. An assumption. */
const RESIDUE_A = 1e-9
/** Rounds beyond one for each mover, before a circuit counts as one without rest. */
const EXTRA_ROUNDS = 4

/** What the wires are like: sizes, lengths and temperatures, as the resistance of each. */
export interface Conditions {
  readonly ohms: ReadonlyMap<WireId, number>
}

/**
 * Solves a situation: every network, supplies' inputs with their outputs, and the contacts that coils move, until all of them
 * rest. Contacts follow from the volts at their coils; a circuit that finds no rest chatters, and says so. The one call behind
 * states, stops, loose leads, meters and the netlist. Nothing given is written into.
 */
export function settle(model: Model, situation: Situation, conditions: Conditions): Solution {
  let positions = startPositions(model, situation)
  const seen = new Set<string>()
  for (let round = 0; ; round += 1) {
    const { structure, open } = withOpen(model, situation, positions)
    const solved = solveStructure(model, situation, structure, conditions, open)
    const volts = potentialsOf(model, structure, solved.components)
    const moved = moveMovers(model, situation, positions, volts)
    const isAtRest = moved.every((position, i) => position === positions[i])
    const key = moved.join(',')
    if (isAtRest || seen.has(key) || round > model.movers.length + EXTRA_ROUNDS) {
      const restless = isAtRest ? [] : model.movers.filter((_, i) => moved[i] !== positions[i])
      const chattering = [...new Set(restless.map(({ device }) => device))]
      return { ...solved, model, structure, positions, volts, chattering }
    }
    seen.add(key)
    positions = moved
  }
}

const NONE: ReadonlySet<string> = new Set()

/**
 * Loose wires as wires of no conductance in the networks that there are, where what they join stays joined without them:
 * nothing then needs to be laid out anew. Elsewhere the networks are others.
 */
function withOpen(
  model: Model,
  situation: Situation,
  positions: Positions,
): { readonly structure: Structure; readonly open: ReadonlySet<string> } {
  const { open } = situation
  if (open.size > 0) {
    const structure = structureOf(model, { ...situation, open: NONE }, positions)
    const inside = structure.components.reduce(
      (sum, { elements }) => sum + elements.filter(({ id }) => open.has(id)).length,
      0,
    )
    if (inside === open.size && structure.components.every((component) => staysJoined(component, open)))
      return { structure, open }
  }
  return { structure: structureOf(model, situation, positions), open: NONE }
}

/** Whether a network hangs together without some of its elements. */
function staysJoined({ elements, network }: Component, open: ReadonlySet<string>): boolean {
  const opened = elements.flatMap(({ id }, i) => (open.has(id) ? [i] : []))
  if (opened.length === 0) return true
  const groups = new JointGroups(network.nodes)
  elements.forEach(({ id, kind }, i) => {
    if ((kind === 'R' || kind === 'V') && !open.has(id)) groups.join(network.a[i]!, network.b[i]!)
  })
  return opened.every((i) => groups.find(network.a[i]!) === groups.find(network.b[i]!))
}

type Solved = Omit<Solution, 'model' | 'structure' | 'positions' | 'volts' | 'chattering'>

/** The last answer of each network: what-if questions leave most networks as they were. */
const lastAnswers = new WeakMap<Component, { readonly value: Float64Array; readonly solved: SolvedComponent }>()

function solveStructure(
  model: Model,
  situation: Situation,
  structure: Structure,
  { ohms }: Conditions,
  open: ReadonlySet<string>,
): Solved {
  const { components, sources } = structure
  const demands = new Map<DeviceId, number>()
  const answers = new Map<Component, SolvedComponent>()
  const valueOf = (element: NetElement): number => {
    if (open.size > 0 && open.has(element.id)) return Infinity
    if (element.role === 'wire') return Math.max(LEAST_OHM, ohms.get(element.id as WireId) ?? LEAST_OHM)
    if (element.role === 'input') return demands.get(inputOf(element.id)) ?? 0
    return element.load ? loadValue(model, situation, element) : element.value
  }
  let changed: readonly Component[] = components
  for (let round = 0; round < INPUT_ROUNDS && changed.length > 0; round += 1) {
    for (const component of changed)
      answers.set(component, solveComponent(model, component, Float64Array.from(component.elements, valueOf)))
    const given_W = new Map<string, number>()
    for (const [{ elements }, answer] of answers)
      for (const i of answer.sources) given_W.set(elements[i]!.id, answer.solution ? powerOf(answer, i) : 0)
    const wanted = new Map<DeviceId, number>()
    for (const { id, device, input } of sources)
      if (input) wanted.set(device, (wanted.get(device) ?? 0) + input.demand(Math.max(0, given_W.get(id) ?? 0)))
    const moved = new Set<DeviceId>()
    for (const [device, value] of wanted) {
      if (Math.abs((demands.get(device) ?? 0) - value) > INPUT_REL_TOL * Math.max(1e-6, value)) moved.add(device)
      demands.set(device, value)
    }
    // Networks whose inputs did not change keep their answer.
    changed = components.filter(({ elements, inputs }) => inputs.some((i) => moved.has(inputOf(elements[i]!.id))))
  }
  return gather([...answers])
}

const inputOf = (id: string) => id.slice(0, id.indexOf('#')) as DeviceId

/** Watts that a source gives. */
function powerOf({ solution, component }: SolvedComponent, i: number): number {
  const { network } = component
  const across_V = solution!.potentials_V[network.a[i]!]! - solution!.potentials_V[network.b[i]!]!
  return -across_V * solution!.currents_A[i]!
}

/** On the mains a load's apparent current is what wires and fuses carry. */
function loadValue(model: Model, situation: Situation, { load, kind }: NetElement): number {
  const { isMains } = load!
  const own = model.draws[load!.draw]!
  const { draw } = own
  const power_W = own.power_W * situation.shareOf(own.device, draw.id) * (situation.startUp ? draw.startFactor : 1)
  const apparent = isMains ? power_W / draw.powerFactor : power_W
  if (kind === 'R') return draw.nominal_V ** 2 / apparent
  return kind === 'I' ? apparent / draw.nominal_V : apparent
}

function solveComponent(model: Model, component: Component, value: Float64Array): SolvedComponent {
  const last = lastAnswers.get(component)
  if (last && last.value.every((each, i) => each === value[i])) return last.solved
  const solution = component.prepared.solve(namesOf(model, component), { value })
  const sources = component.elements.flatMap(({ role }, i) => (role === 'source' ? [i] : []))
  const solved: SolvedComponent =
    solution.kind === 'solved'
      ? { component, value, sources, solution, reasons: [] }
      : { component, value, sources, solution: null, reasons: solution.reasons }
  lastAnswers.set(component, { value, solved })
  return solved
}

/** The answers of all networks by what they are about. */
function gather(answers: readonly (readonly [Component, SolvedComponent])[]): Solved {
  const wireCurrent_A = new Map<WireId, number>()
  const linkCurrent_A = new Map<string, number>()
  const drawVoltage_V = new Map<string, number>()
  const drawCurrent_A = new Map<string, number>()
  const outputs = new Map<string, { readonly current_A: number; readonly power_W: number }>()
  const inputs_A = new Map<DeviceId, number>()
  const unsolved = new Set<string>()
  const overloads: { readonly source: string; readonly dropped: readonly string[] }[] = []
  let direct_W = 0
  for (const [{ elements, network }, { solution }] of answers) {
    if (!solution) {
      for (const { id } of elements) unsolved.add(id)
      continue
    }
    const { potentials_V, currents_A, limiting, dropped } = solution
    for (let i = 0; i < elements.length; i += 1) {
      const { id, role, load } = elements[i]!
      // Less is no current: what arithmetic leaves over.
      const current_A = Math.abs(currents_A[i]!) < RESIDUE_A ? 0 : currents_A[i]!
      if (role === 'wire') wireCurrent_A.set(id as WireId, current_A)
      else if (role === 'link') linkCurrent_A.set(id, current_A)
      else {
        const across_V = potentials_V[network.a[i]!]! - potentials_V[network.b[i]!]!
        if (role === 'source') outputs.set(id, { current_A: -current_A, power_W: -across_V * current_A })
        else if (role === 'input') inputs_A.set(inputOf(id), current_A)
        else if (role === 'load') {
          drawVoltage_V.set(id, across_V)
          drawCurrent_A.set(id, current_A)
          if (load!.isMains) direct_W += across_V * current_A
        }
      }
    }
    const who = dropped.map((i) => elements[i]!.id)
    for (const i of limiting) overloads.push({ source: elements[i]!.id, dropped: who })
  }
  return {
    components: answers.map(([, answer]) => answer),
    reasons: answers.flatMap(([, { reasons }]) => reasons),
    unsolved,
    overloads,
    wireCurrent_A,
    linkCurrent_A,
    drawVoltage_V,
    drawCurrent_A,
    outputs,
    inputs_A,
    direct_W,
  }
}

/** Tags instead of ids, for the reasons why there is no answer. */
function namesOf(model: Model, { elements, joints }: Component): NetworkNames {
  const tag = (device: DeviceId) => model.deviceById.get(device)?.device.tag ?? device
  return {
    node(k) {
      const { device, terminal } = splitKey(model.terminalOfJoint[joints[k]!]!)
      return `${tag(device)} terminal ${model.deviceById.get(device)!.part.terminals[terminal]!.label}`
    },
    element(i) {
      const { id, role } = elements[i]!
      if (role === 'wire') return model.plan.wires[id as WireId]?.label || id
      return tag(id.replace(/[/#].*$/, '') as DeviceId)
    },
  }
}
