import {
  fittedRating,
  reachedFrom,
  terminalKey,
  type Conductor,
  type Model,
  type Passage,
  type Step,
} from '@/core/model'
import { doesOf, factsOf, PART_KINDS, type DeviceId, type Part, type TerminalId, type WireId } from '@/core/plan'
import { ampacityNeeded_A } from '@/core/protection'
import { FAMILIES } from '@/core/reference'

/** A lead that serves more joints than this is a distribution, not a lead. */
const MOST_JOINTS = 24

/** What hangs on one end of a wire, where none of it can take more than is known of it. */
interface Served {
  /** Of the supplies that take their input there, with their outputs at their limits. */
  readonly input_VA: number
  /** Fuses and breakers through which the rest is fed. */
  readonly fuses: readonly { readonly passage: Passage; readonly leadsOn: boolean }[]
  /** Nothing at all is fed but through them. */
  readonly isFused: boolean
}

/** What all that hangs on a wire takes at the most, and whether every bit of it is fed through a fuse. */
export interface ServedAtMost {
  readonly most_A: number
  readonly isFused: boolean
}

interface Surroundings {
  /** Joint → the fuses and breakers there. */
  readonly fuses: ReadonlyMap<number, readonly Passage[]>
  readonly sources: ReadonlySet<number>
  /** Joint → whether something there can take more than it is made for. */
  readonly canOverload: ReadonlyMap<number, boolean>
  /** Joint → supplies that take their input there, and the apparent power that their own limit lets each take. */
  readonly inputs_VA: ReadonlyMap<number, ReadonlyMap<DeviceId, number>>
  readonly answers: Map<WireId, readonly Served[]>
}

const known = new WeakMap<Model['wiring'], Surroundings>()

function surroundingsOf(model: Model): Surroundings {
  let own = known.get(model.wiring)
  if (own) return own
  const fuses = new Map<number, Passage[]>()
  for (const passage of model.passages)
    if (passage.link.kind === 'protective')
      for (const joint of [passage.jointA, passage.jointB]) fuses.set(joint, [...(fuses.get(joint) ?? []), passage])
  const canOverload = new Map<number, boolean>()
  const inputs_VA = new Map<number, Map<DeviceId, number>>()
  for (const { device, draw, plus, minus } of model.draws) {
    const is = canTakeMore(model.deviceById.get(device)!.part, draw)
    for (const joint of [plus, minus]) canOverload.set(joint, (canOverload.get(joint) ?? false) || is)
  }
  for (const { id, part } of model.devices) {
    // A diode or a snubber that leads nowhere else takes nothing for long, or fails as a short.
    if (part.behaviour.kind === 'surge-filter' && part.links.length === 0)
      for (const terminal of Object.keys(part.terminals) as TerminalId[]) {
        const joint = model.jointOf(terminalKey(id, terminal))
        if (!canOverload.has(joint)) canOverload.set(joint, false)
      }
    if (!PART_KINDS[part.behaviour.kind].canOverload) continue
    const { behaviour } = part
    const own = behaviour.kind === 'supply' ? [behaviour.line, behaviour.neutral] : []
    for (const terminal of Object.keys(part.terminals) as TerminalId[]) {
      const joint = model.jointOf(terminalKey(id, terminal))
      if (!own.includes(terminal)) canOverload.set(joint, true)
      else if (behaviour.kind === 'supply') {
        if (!canOverload.has(joint)) canOverload.set(joint, false)
        inputs_VA.set(joint, new Map(inputs_VA.get(joint)).set(id, mostInput_VA(behaviour)))
      }
    }
  }
  own = {
    canOverload,
    inputs_VA,
    fuses,
    sources: new Set(model.sources.map(({ terminal }) => model.jointOf(terminal))),
    answers: new Map(),
  }
  known.set(model.wiring, own)
  return own
}

/** Whether it takes more than it is made for: by its kind, and what turns, since it may be held; what is told by a signal limits itself. */
function canTakeMore(part: Part, draw: Part['draws'][number]): boolean {
  if (PART_KINDS[part.behaviour.kind].canOverload) return true
  const does = doesOf(part, draw)
  const isTold = Object.values(part.terminals).some((each) => each!.function === 'signal' || each!.function === 'data')
  return (does === 'moves' || does === 'pumps') && !isTold && !factsOf(part).isElectronics
}

/** What a supply takes from the mains with its outputs at their limits: more it cannot take, whatever hangs on it. */
function mostInput_VA(supply: Extract<Part['behaviour'], { kind: 'supply' }>): number {
  const out_W = supply.outputs.reduce((sum, { limit_A, voltage_V }) => sum + limit_A * voltage_V, 0)
  return out_W / (supply.efficiency_percent / 100) / supply.powerFactor
}

/**
 * The most that what hangs on one end of a wire can take, where none of it can take more than is known: a fan, a heater, a
 * sensor or a coil what it is made for (0 is counted: its own current is judged elsewhere), a supply what its limit lets it
 * take, and all that is fed through a fuse what the fuse lets through; null where something can take more. Such a wire
 * needs no protection against overload ahead of it (IEC 60364-4-43, 433.2 and 433.3.1, from memory); against a short it does.
 */
export function servedAtMost(model: Model, { id, jointFrom, jointTo }: Conductor): ServedAtMost | null {
  const surroundings = surroundingsOf(model)
  let served = surroundings.answers.get(id)
  if (!served) {
    served = [jointFrom, jointTo].flatMap((end) => servedAt(model, surroundings, id, end) ?? [])
    surroundings.answers.set(id, served)
  }
  return served.reduce<ServedAtMost | null>((least, each) => {
    const most_A = mostOf_A(model, each)
    return most_A === null || (least && least.most_A <= most_A) ? least : { most_A, isFused: each.isFused }
  }, null)
}

function mostOf_A({ plan }: Model, { input_VA, fuses }: Served): number | null {
  let most_A = input_VA / plan.site.mains_V
  for (const { passage, leadsOn } of fuses) {
    const { device, link } = passage
    if (link.kind !== 'protective') continue
    const { family, rating_A } = fittedRating(plan.devices[device]!, link)
    // In NEC practice a supplementary protector limits nothing that counts.
    if (FAMILIES[family].isSupplementary && plan.site.region === 'NEC') return null
    // What will be put into an empty place nobody knows; a way with nothing behind it takes nothing.
    if (rating_A === null && leadsOn) return null
    most_A += rating_A === null ? 0 : ampacityNeeded_A({ family, rating_A })
  }
  return most_A
}

/** By wires and by links inside parts, but for fuses and the lead itself. */
const isBeside = ({ conductor, passage }: Step) =>
  conductor ? conductor.wire.function !== 'PE' : passage!.link.kind !== 'protective'

function servedAt(model: Model, surroundings: Surroundings, lead: WireId, end: number): Served | null {
  const { fuses, sources, canOverload, inputs_VA } = surroundings
  let isUnknown = false
  let count = 0
  // What a lead brings to the minus of a source that stands upon another goes on from its plus.
  const start = model.stacks.get(end) ?? end
  const isUpper = start !== end
  const stopsAt = (joint: number) =>
    (isUnknown ||=
      (count += 1) > MOST_JOINTS ||
      (sources.has(joint) && !(isUpper && joint === start)) ||
      canOverload.get(joint) === true)
  const reached = reachedFrom(model, [start], (step) => step.id !== lead && isBeside(step), stopsAt)
  if (isUnknown) return null
  let loads = 0
  const supplies = new Map<DeviceId, number>()
  const through = new Set<Passage>()
  for (const joint of reached.keys()) {
    if (canOverload.get(joint) === false) loads += 1
    for (const [device, most_VA] of inputs_VA.get(joint) ?? []) supplies.set(device, most_VA)
    for (const passage of fuses.get(joint) ?? []) through.add(passage)
  }
  return loads + through.size > 0
    ? {
        input_VA: [...supplies.values()].reduce((sum, each) => sum + each, 0),
        fuses: [...through].map((passage) => ({
          passage,
          leadsOn: leadsOn(model, reached.has(passage.jointA) ? passage.jointB : passage.jointA),
        })),
        isFused: loads === 0,
      }
    : null
}

/** Whether anything but fuses is at a joint. */
const leadsOn = ({ steps }: Model, joint: number): boolean => steps.at(joint).some(isBeside)
