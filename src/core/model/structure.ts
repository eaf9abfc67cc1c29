import { CONTACT_OHM, upstream_ohm } from './jointOhm'
import { findBridges, NetworkBuilder, prepareNetwork, type Network, type PreparedNetwork } from '@/core/circuit'
import type { DeviceId } from '@/core/plan'

import { JointGroups } from './jointGroups'
import { terminalKey } from './keys'
import type { Situation } from './situation'
import { sourcesOf, type Source } from './sources'
import type { Model, Passage, Wiring } from './types'

/** One element of a network: what it stands for, between two joints. */
export interface NetElement {
  readonly id: string
  readonly role: 'wire' | 'link' | 'load' | 'source' | 'input' | 'upstream' | 'across'
  readonly kind: 'R' | 'V' | 'I' | 'P'
  readonly a: number
  readonly b: number
  /** Ohms or volts; of wires, loads and inputs what they have is filled in when it is solved. */
  readonly value: number
  readonly limit_A?: number
  readonly minimum_V?: number
  /** Of a load. */
  readonly load?: {
    /** Its place among the model's draws, which say how much it takes. */
    readonly draw: number
    readonly isMains: boolean
  }
}

/** A network in which current can go round, with at least one source. */
export interface Component {
  readonly elements: readonly NetElement[]
  readonly network: Network
  readonly prepared: PreparedNetwork
  /** Names of the network's nodes, as joints of the plan. */
  readonly joints: readonly number[]
  /** Indices of elements that are inputs of supplies. */
  readonly inputs: readonly number[]
  /** The same joints by number: their node, or −1. */
  nodeOf(joint: number): number
}

/** Everything about a situation that does not depend on sizes, shares and amounts. */
export interface Structure {
  readonly components: readonly Component[]
  readonly sources: readonly Source[]
  /** Where no current goes: potentials follow through these all the same. `volt` is of a above b. */
  readonly still: readonly { readonly a: number; readonly b: number; readonly volt: number }[]
}

/** Where every mover stands, by its place in the model. */
export type Positions = readonly string[]

const isClosed = ({ link, mover }: Passage, positions: Positions): boolean =>
  mover === null || !('closedIn' in link) || link.closedIn.includes(positions[mover]!)

/** As many structures are kept for one model as its states and a round of what-if questions take. */
const MOST_STRUCTURES = 64

const known = new WeakMap<Wiring, Map<string, Structure>>()

/**
 * The networks of a situation with its contacts in given positions: closed links, what feeds what, and the loads that run,
 * split into networks in which current can go round. Mains is solved with effective values and without phase, which errs on
 * the high side. Remembered: states differ more often in shares than in what is closed.
 */
export function structureOf(model: Model, situation: Situation, positions: Positions): Structure {
  let own = known.get(model.wiring)
  if (!own) known.set(model.wiring, (own = new Map()))
  const runs = model.draws.map(({ device, draw, power_W }) => power_W > 0 && situation.shareOf(device, draw.id) > 0)
  const { mains, usb, battery } = situation.sources
  const key = [
    `${mains}${usb}${battery}`,
    upstreamOf(model) ?? '',
    positions.join(','),
    runs.map((is) => (is ? '1' : '0')).join(''),
    [...situation.open].join(','),
    situation.across.map(({ a, b, ohm }) => `${a}-${b}-${ohm}`).join(','),
  ].join('|')
  let structure = own.get(key)
  if (!structure) {
    if (own.size >= MOST_STRUCTURES) own.clear()
    own.set(key, (structure = workOut(model, situation, positions, runs)))
  }
  return structure
}

function workOut(model: Model, situation: Situation, positions: Positions, runs: readonly boolean[]): Structure {
  const elements: NetElement[] = []
  const reach = new JointGroups(model.jointCount)
  const add = (element: NetElement) => {
    if (element.a === element.b || situation.open.has(element.id)) return
    elements.push(element)
    reach.join(element.a, element.b)
  }
  for (const { id, jointFrom, jointTo } of model.conductors)
    add({ id, role: 'wire', kind: 'R', a: jointFrom, b: jointTo, value: 0 })
  for (const passage of model.passages)
    if (isClosed(passage, positions))
      add({ id: passage.id, role: 'link', kind: 'R', a: passage.jointA, b: passage.jointB, value: ohmOf(passage) })
  for (const { id, a, b, ohm } of situation.across) add({ id, role: 'across', kind: 'R', a, b, value: ohm })

  const sources = liveSources(sourcesOf(model, situation.sources), reach)
  const loads = loadElements(model, runs, sources, reach)
  elements.push(...loads, ...sourceElements(sources, reach), ...upstream(model))
  return splitComponents(elements, model.jointCount, sources)
}

function ohmOf({ link }: Passage): number {
  if (link.kind === 'resistance') return link.ohm
  return link.kind === 'semiconductor' && link.rated_A ? Math.max(1e-3, link.drop_V / link.rated_A) : CONTACT_OHM
}

type Feeding = (plus: number, minus: number) => Source | undefined

function feedingOf(sources: readonly Source[], reach: JointGroups): Feeding {
  const plusOf = new Map<number, Source[]>()
  for (const source of sources) {
    const root = reach.find(source.plus)
    const list = plusOf.get(root)
    if (list) list.push(source)
    else plusOf.set(root, [source])
  }
  return (plus, minus) => plusOf.get(reach.find(plus))?.find((source) => reach.find(source.minus) === reach.find(minus))
}

/** Loads as their models say. One that minds its polarity draws nothing the wrong way round. */
function loadElements(
  model: Model,
  runs: readonly boolean[],
  sources: readonly Source[],
  reach: JointGroups,
): NetElement[] {
  const feeding = feedingOf(sources, reach)
  const mains = new Set(
    sources.flatMap(({ isMains, plus, minus }) => (isMains ? [plus, minus] : [])).map((joint) => reach.find(joint)),
  )
  return model.draws.flatMap(({ id, device, draw, plus, minus }, i): NetElement[] => {
    if (!runs[i] || plus === minus) return []
    const straight = feeding(plus, minus)
    const swapped = straight ? undefined : feeding(minus, plus)
    const source = straight ?? swapped
    const part = model.deviceById.get(device)!.part
    if (swapped && !swapped.isMains && draw.model !== 'resistive' && part.terminals[draw.plus]!.polarised) return []
    const isMains = source ? source.isMains : mains.has(reach.find(plus)) || mains.has(reach.find(minus))
    const isStraight = !swapped
    const common = {
      id,
      role: 'load' as const,
      a: isStraight ? plus : minus,
      b: isStraight ? minus : plus,
      value: 0,
      load: { draw: i, isMains },
    }
    // In series with others no single source says which way round: it counts as what it is at its nominal volts.
    if (!source || draw.model === 'resistive') return [{ ...common, kind: 'R' }]
    if (draw.model === 'constant-current') return [{ ...common, kind: 'I' }]
    return [{ ...common, kind: 'P', minimum_V: draw.min_V ?? 0.5 * draw.nominal_V }]
  })
}

function sourceElements(sources: readonly Source[], reach: JointGroups): NetElement[] {
  const feeding = feedingOf(sources, reach)
  const inputs = new Set<DeviceId>()
  return sources.flatMap(({ id, plus, minus, voltage_V, limit_A, input, device }): NetElement[] => {
    const source: NetElement = {
      id,
      role: 'source',
      kind: 'V',
      a: plus,
      b: minus,
      value: voltage_V,
      ...(limit_A === undefined ? {} : { limit_A }),
    }
    if (!input || inputs.has(device)) return [source]
    inputs.add(device)
    // A supply runs with line and neutral exchanged; its current then flows the other way round.
    const isSwapped = !feeding(input.plus, input.minus)
    return [
      source,
      {
        id: `${device}#input`,
        role: 'input',
        kind: input.type,
        a: isSwapped ? input.minus : input.plus,
        b: isSwapped ? input.plus : input.minus,
        value: 0,
        minimum_V: input.minimum_V,
      },
    ]
  })
}

/** Of two live poles neither is tied to earth. */
const upstreamOf = ({ plan: { site } }: Model): number | null => (site.livePoles === 2 ? null : upstream_ohm(site))

/** Neutral and earth are one where the mains comes from. */
function upstream(model: Model): NetElement[] {
  const ohm = upstreamOf(model)
  if (ohm === null) return []
  return model.devices.flatMap(({ id, part: { behaviour } }): NetElement[] => {
    if (behaviour.kind !== 'mains-inlet' || behaviour.earth === null) return []
    const [a, b] = [behaviour.neutral, behaviour.earth].map((terminal) => model.jointOf(terminalKey(id, terminal)))
    return a === b ? [] : [{ id: `${id}/upstream`, role: 'upstream', kind: 'R', a: a!, b: b!, value: ohm }]
  })
}

/** Sources whose own input is fed, found outward from what comes from outside. */
function liveSources(sources: readonly Source[], reach: JointGroups): Source[] {
  const live = sources.filter((source) => !source.input)
  let isGrowing = true
  while (isGrowing) {
    isGrowing = false
    for (const source of sources) {
      if (!source.input || live.includes(source)) continue
      const plus = reach.find(source.input.plus)
      const minus = reach.find(source.input.minus)
      const isFed = live.some((feeder) => {
        const feederPlus = reach.find(feeder.plus)
        const feederMinus = reach.find(feeder.minus)
        return (
          (feederPlus === plus && feederMinus === minus) ||
          (feeder.isMains && feederPlus === minus && feederMinus === plus)
        )
      })
      if (isFed) {
        live.push(source)
        isGrowing = true
      }
    }
  }
  return live
}

/** Current goes only where it can come back; what hangs on one edge alone is still. */
function splitComponents(elements: readonly NetElement[], jointCount: number, sources: readonly Source[]): Structure {
  const isBridge = findBridges(
    jointCount,
    elements.map(({ a }) => a),
    elements.map(({ b }) => b),
  )
  const groups = new JointGroups(jointCount)
  elements.forEach(({ a, b }, i) => {
    if (isBridge[i] === 0) groups.join(a, b)
  })
  const byRoot = new Map<number, NetElement[]>()
  const still: Structure['still'][number][] = []
  const isStill = ({ kind, role }: NetElement) => kind === 'R' || role === 'source'
  elements.forEach((element, i) => {
    const { a, b, kind, value } = element
    if (isBridge[i] === 1) {
      if (isStill(element)) still.push({ a, b, volt: kind === 'V' ? value : 0 })
      return
    }
    const root = groups.find(a)
    const list = byRoot.get(root)
    if (list) list.push(element)
    else byRoot.set(root, [element])
  })
  const components: Component[] = []
  for (const list of byRoot.values()) {
    if (list.some(({ role }) => role === 'source')) components.push(componentOf(list))
    else for (const { a, b, kind } of list) if (kind === 'R') still.push({ a, b, volt: 0 })
  }
  return { components, sources, still }
}

function componentOf(list: readonly NetElement[]): Component {
  const ground = list.find(({ role }) => role === 'source')!
  const nodes = new Map<number, number>([[ground.b, 0]])
  const node = (joint: number): number => {
    let own = nodes.get(joint)
    if (own === undefined) nodes.set(joint, (own = nodes.size))
    return own
  }
  const elements = withoutSeriesPower(list)
  const builder = new NetworkBuilder()
  for (const { kind, a, b, value, limit_A, minimum_V } of elements)
    builder.add(kind, node(a), node(b), value, { limit_A, minimum_V })
  const network = builder.build(nodes.size)
  return {
    elements,
    network,
    prepared: prepareNetwork(network),
    joints: [...nodes.keys()],
    inputs: elements.flatMap(({ role }, i) => (role === 'input' ? [i] : [])),
    nodeOf: (joint) => nodes.get(joint) ?? -1,
  }
}

/** Two loads of constant power or current in series leave the joint between them undefined: they count as resistances there. */
function withoutSeriesPower(list: readonly NetElement[]): readonly NetElement[] {
  const size = list.reduce((most, { a, b }) => Math.max(most, a, b), 0) + 1
  const held = new JointGroups(size)
  for (const { kind, a, b } of list) if (kind === 'R' || kind === 'V') held.join(a, b)
  return list.map((element) =>
    element.role === 'load' && element.kind !== 'R' && held.find(element.a) !== held.find(element.b)
      ? { ...element, kind: 'R' as const }
      : element,
  )
}
