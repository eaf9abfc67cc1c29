import { NetworkBuilder, type Network } from '@/core/circuit'
import { moverOf, positionOf, type DeviceId, type Plan, type State } from '@/core/plan'
import { drawPower_W } from './drawAmount'
import { JointGroups } from './jointGroups'
import { sourcesOf, type Source } from './sourcesOf'
import { terminalKey, type Passage, type Topology } from './topology'

/** Stands for a closed contact or a fuse; typical, and small beside any wire that matters. */
const CONTACT_OHM = 0.01

/** One element of a state's networks: what it stands for, between two joints. */
export interface NetElement {
  readonly id: string
  readonly role: 'wire' | 'link' | 'load' | 'source' | 'input'
  readonly kind: 'R' | 'V' | 'I' | 'P'
  readonly a: number
  readonly b: number
  /** Ohms, volts, amperes or watts; wires are filled in by size, inputs by what their supply gives. */
  readonly value: number
  readonly limit_A?: number
  readonly minimum_V?: number
}

/** A network that hangs together by itself, with at least one source. */
export interface Component {
  readonly elements: readonly NetElement[]
  readonly network: Network
  /** Names of the network's nodes, as joints of the plan. */
  readonly joints: readonly number[]
  /** Indices of elements that are inputs of supplies. */
  readonly inputs: readonly number[]
}

export interface StateNetworks {
  readonly components: readonly Component[]
  readonly sources: readonly Source[]
  readonly loads: readonly { readonly id: string; readonly isDirect: boolean }[]
}

/** How a contact stands in a state: where it is held, else as in service. */
function isClosed(plan: Plan, state: State, { device: id, link }: Passage): boolean {
  if (link.kind !== 'contact' && link.kind !== 'semiconductor') return true
  const device = plan.devices[id]!
  const part = plan.parts[device.part]!
  return link.closedIn.includes(positionOf(part, device, moverOf(part, link), state.positions[id]))
}

function shareOf(state: State, device: DeviceId): number {
  return (state.shares as Readonly<Record<string, number>>)[device] ?? state.defaultShare
}

/**
 * Everything about a state that does not depend on the sizes of its wires: closed links, what feeds what, loads as their
 * models say, split into networks that hang together. Mains is solved with effective values and without phase, which errs
 * on the high side.
 */
export function stateNetworks(plan: Plan, topology: Topology, state: State): StateNetworks {
  const elements: NetElement[] = []
  const reach = new JointGroups(topology.jointCount)
  for (const { id, wire, jointFrom, jointTo } of topology.conductors) {
    if (jointFrom === jointTo || wire.function === 'PE') continue
    elements.push({ id, role: 'wire', kind: 'R', a: jointFrom, b: jointTo, value: 0 })
    reach.join(jointFrom, jointTo)
  }
  for (const passage of topology.passages) {
    const { jointA, jointB, link } = passage
    if (jointA === jointB || !isClosed(plan, state, passage)) continue
    const value =
      link.kind === 'semiconductor' && link.rated_A ? Math.max(1e-3, link.drop_V / link.rated_A) : CONTACT_OHM
    elements.push({ id: `${passage.device}/${link.id}`, role: 'link', kind: 'R', a: jointA, b: jointB, value })
    reach.join(jointA, jointB)
  }

  const sources = liveSources(sourcesOf(plan, state, topology), reach)
  const plusOf = new Map<number, Source[]>()
  for (const source of sources) {
    const root = reach.find(source.plus)
    const list = plusOf.get(root)
    if (list) list.push(source)
    else plusOf.set(root, [source])
  }
  const feeding = (plus: number, minus: number) =>
    plusOf.get(reach.find(plus))?.find((source) => reach.find(source.minus) === reach.find(minus))
  const loads: { id: string; isDirect: boolean }[] = []
  for (const { id, device, part } of topology.devices) {
    for (const draw of part.draws) {
      const plus = topology.jointIndex(terminalKey(id, draw.plus))
      const minus = topology.jointIndex(terminalKey(id, draw.minus))
      const straight = feeding(plus, minus)
      // Line and neutral may be exchanged: a load on the mains runs all the same.
      const swapped = straight ? undefined : feeding(minus, plus)
      const source = straight ?? (swapped?.isMains ? swapped : undefined)
      if (!source) continue
      const power_W = drawPower_W(device, draw) * shareOf(state, id) * (state.startUp ? draw.startFactor : 1)
      if (power_W === 0) continue
      const load = {
        id: `${id}#${draw.id}`,
        role: 'load' as const,
        a: straight ? plus : minus,
        b: straight ? minus : plus,
      }
      // On the mains a load's apparent current is what wires and fuses carry.
      const apparent = source.isMains ? power_W / draw.powerFactor : power_W
      elements.push(
        draw.model === 'resistive'
          ? { ...load, kind: 'R', value: draw.nominal_V ** 2 / apparent }
          : draw.model === 'constant-current'
            ? { ...load, kind: 'I', value: apparent / draw.nominal_V }
            : { ...load, kind: 'P', value: apparent, minimum_V: draw.min_V ?? 0.5 * draw.nominal_V },
      )
      loads.push({ id: load.id, isDirect: source.isMains })
    }
  }
  const inputs = new Set<DeviceId>()
  for (const { id, plus, minus, voltage_V, limit_A, input, device } of sources) {
    elements.push({ id, role: 'source', kind: 'V', a: plus, b: minus, value: voltage_V, limit_A })
    if (!input || inputs.has(device)) continue
    inputs.add(device)
    // A supply runs with line and neutral exchanged; its current then flows the other way round.
    const isSwapped = !feeding(input.plus, input.minus)
    elements.push({
      id: `${device}#input`,
      role: 'input',
      kind: input.type,
      a: isSwapped ? input.minus : input.plus,
      b: isSwapped ? input.plus : input.minus,
      value: 0,
      minimum_V: input.minimum_V,
    })
  }
  return { components: splitComponents(elements, topology.jointCount), sources, loads }
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

function splitComponents(elements: readonly NetElement[], jointCount: number): Component[] {
  const groups = new JointGroups(jointCount)
  for (const { a, b } of elements) groups.join(a, b)
  const byRoot = new Map<number, NetElement[]>()
  for (const element of elements) {
    const root = groups.find(element.a)
    const list = byRoot.get(root)
    if (list) list.push(element)
    else byRoot.set(root, [element])
  }
  return [...byRoot.values()].flatMap((list): Component[] => {
    const source = list.find(({ role }) => role === 'source')
    if (!source) return []
    const nodes = new Map<number, number>([[source.b, 0]])
    const node = (joint: number): number => {
      const known = nodes.get(joint)
      if (known !== undefined) return known
      nodes.set(joint, nodes.size)
      return nodes.size - 1
    }
    const builder = new NetworkBuilder()
    for (const { kind, a, b, value, limit_A, minimum_V } of list)
      builder.add(kind, node(a), node(b), value, { limit_A, minimum_V })
    return [
      {
        elements: list,
        network: builder.build(nodes.size),
        joints: [...nodes.keys()],
        inputs: list.flatMap(({ role }, i) => (role === 'input' ? [i] : [])),
      },
    ]
  })
}
