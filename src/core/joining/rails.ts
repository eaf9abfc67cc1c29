import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { makeRoom, portOf } from './distribute'
import type { Draft, Port } from './draft'

/** Blade fuses are made for so much; from memory, ISO 8820-3. */
const BLADE_V = 32
/** A source that gives no more than this needs no fuse for each load; common practice, class 2 by its 8 A. */
const SMALL_A = 8
const MAINS_V = 90
/** Of its current, what a source is planned to give; the house rule speaks later. */
const HEADROOM = 0.9

/** A source of direct current and what it still has to give. */
export interface Rail {
  readonly device: DeviceId
  readonly plus: Port
  readonly minus: Port
  readonly voltage_V: number
  readonly limit_A: number
  spare_A: number
}

/** A load that wants plus and minus. */
export interface Hungry {
  readonly id: DeviceId
  readonly name: string
  readonly plus: Port
  readonly minus: Port
  readonly least_V: number
  readonly most_V: number
  readonly nominal_V: number
  readonly current_A: number
}

export function railsOf(draft: Draft): readonly Rail[] {
  return draft.devices.flatMap(({ id, part }) =>
    'outputs' in part.behaviour && part.behaviour.kind !== 'outside-source'
      ? part.behaviour.outputs.map((output): Rail => ({
          device: id,
          plus: portOf(id, output.plus),
          minus: portOf(id, output.minus),
          voltage_V: output.voltage_V,
          limit_A: output.limit_A,
          spare_A: output.current_A * HEADROOM,
        }))
      : [],
  )
}

/** Whether a draw is the coil or input of something that switches. */
const isControl = (part: Part, plus: TerminalId, minus: TerminalId) =>
  part.actuators.some(({ coil }) => coil?.plus === plus && coil.minus === minus)

/** What a rail within so much of its own volts may feed, where its part states no range. */
const TOLERANCE = 0.1

/** Whether plus, or minus, of any source reaches a terminal; a wire of a person's own is left to him. */
const isReached = (draft: Draft, port: Port, side: 'plus' | 'minus') =>
  railsOf(draft).some((rail) => rail.device !== port.device && draft.isJoined(rail[side], port))

const wantsPlus = (draft: Draft, port: Port) => draft.wiresAt(port) === 0 && !isReached(draft, port, 'plus')

const wantsMinus = (draft: Draft, port: Port) => draft.wiresAt(port) === 0 && !isReached(draft, port, 'minus')

/** What a module takes whose load is not known yet; common practice. */
const MODULE = { nominal_V: 24, least_V: 10, most_V: 30, current_A: 3 } as const

/** A transistor module passes on what it is fed: the volts are those of what hangs on its output. */
function moduleFeed(draft: Draft, id: DeviceId): Hungry[] {
  const at = (way: 'in' | 'out', fn: 'V+' | 'V-') =>
    draft.ports(id).find((port) => draft.terminal(port).direction === way && draft.terminal(port).function === fn)
  const [plus, minus, out] = [at('in', 'V+'), at('in', 'V-'), at('out', 'V+')]
  if (!plus || !minus) return []
  const load = draft
    .net(out ?? plus)
    .filter(({ device }) => device !== id)
    .flatMap(({ device, terminal }) => draft.part(device).draws.filter((draw) => draw.plus === terminal))[0]
  const amounts = load
    ? {
        nominal_V: load.nominal_V,
        least_V: load.nominal_V * (1 - TOLERANCE),
        most_V: load.nominal_V * (1 + TOLERANCE),
        current_A: (load.power_W ?? 0) / load.nominal_V + (load.current_A ?? 0),
      }
    : MODULE
  return [{ id, name: 'power', plus, minus, ...amounts }]
}

/** The loads of direct current; `isAll` with those that are fed already. */
export function hungryOf(draft: Draft, isAll = false): readonly Hungry[] {
  return draft.devices.flatMap(({ id, part }): Hungry[] => {
    if (!isAll && !draft.isWanted(id)) return []
    const { behaviour } = part
    const loads = part.draws
      .filter(({ nominal_V, plus, minus }) => nominal_V < MAINS_V && !isControl(part, plus, minus))
      .map((draw): Hungry => ({
        id,
        name: draw.name,
        plus: portOf(id, draw.plus),
        minus: portOf(id, draw.minus),
        nominal_V: draw.nominal_V,
        least_V: draw.min_V ?? part.terminals[draw.plus]!.min_V ?? draw.nominal_V * (1 - TOLERANCE),
        most_V: draw.max_V ?? part.terminals[draw.plus]!.max_V ?? draw.nominal_V * (1 + TOLERANCE),
        current_A: (draw.power_W ?? 0) / draw.nominal_V + (draw.current_A ?? 0),
      }))
    const inputs: Hungry[] =
      behaviour.kind === 'converter'
        ? [
            {
              id,
              name: 'input',
              plus: portOf(id, behaviour.plus),
              minus: portOf(id, behaviour.minus),
              least_V: behaviour.min_V,
              most_V: behaviour.max_V,
              nominal_V: Math.min(behaviour.max_V, 24),
              current_A:
                behaviour.outputs.reduce((sum, { voltage_V, current_A }) => sum + voltage_V * current_A, 0) / 24,
            },
          ]
        : []
    // Transistor modules are fed at an input of their own.
    const modules: Hungry[] = behaviour.kind === 'mosfet-module' ? moduleFeed(draft, id) : []
    const found = [...loads, ...inputs, ...modules].filter(
      ({ plus, minus }) => isAll || wantsPlus(draft, plus) || wantsMinus(draft, minus),
    )
    // Two draws on the same pair of terminals are one pair of wires.
    const seen = new Set<string>()
    return found.filter(({ plus, minus }) => {
      const key = `${
        draft
          .joined(plus)
          .map((port) => port.terminal)
          .sort()[0]!
      } ${
        draft
          .joined(minus)
          .map((port) => port.terminal)
          .sort()[0]!
      }`
      return seen.has(key) ? false : seen.add(key)
    })
  })
}

/** The rail for a load: of its own volts before one within its range, and of those the one with the most to spare. */
export function railFor(rails: readonly Rail[], load: Hungry): Rail | null {
  const fitting = rails.filter(
    ({ voltage_V, device }) =>
      device !== load.id && voltage_V >= load.least_V * 0.999 && voltage_V <= load.most_V * 1.001,
  )
  const distance = ({ voltage_V }: Rail) => Math.abs(voltage_V - load.nominal_V) / load.nominal_V
  return (
    [...fitting].sort(
      (a, b) =>
        Number(b.spare_A >= load.current_A) - Number(a.spare_A >= load.current_A) ||
        distance(a) - distance(b) ||
        b.spare_A - a.spare_A,
    )[0] ?? null
  )
}

/** A block or holder with ways that share one feed. */
interface Block {
  readonly id: DeviceId
  readonly feed: Port
  readonly ways: readonly Port[]
}

function blocksOf(draft: Draft): readonly Block[] {
  return draft.devices.flatMap(({ id, part }): Block[] => {
    if (part.behaviour.kind !== 'protective-device') return []
    const links = part.links.flatMap((link) => (link.kind === 'protective' ? [link] : []))
    const [first] = links
    if (links.length < 2 || !first || !links.every(({ a }) => a === first.a)) return []
    return [{ id, feed: portOf(id, first.a), ways: links.map(({ b }) => portOf(id, b)) }]
  })
}

const BLOCKS = [
  { key: 'fuse-block-4', ways: 4 },
  { key: 'fuse-block-6', ways: 6 },
  { key: 'fuse-block-8', ways: 8 },
] as const

/** Each rail to its loads, by a fuse each where the house wants them, and home again. */
export function proposeRails(draft: Draft): void {
  const rails = railsOf(draft)
  const byRail = new Map<Rail, Hungry[]>()
  // The heaviest first: what is left goes where there is room.
  for (const load of [...hungryOf(draft)].sort((a, b) => b.current_A - a.current_A)) {
    const rail =
      rails.find(
        ({ plus, minus, device }) =>
          device !== load.id && (draft.isJoined(plus, load.plus) || draft.isJoined(minus, load.minus)),
      ) ?? railFor(rails, load)
    if (!rail) {
      draft.left.push(
        `${draft.tag(load.id)} ${load.name}: nothing in the plan gives ${load.least_V === load.most_V ? load.nominal_V : `${round(load.least_V)} to ${round(load.most_V)}`} V`,
      )
      continue
    }
    rail.spare_A -= load.current_A
    byRail.set(rail, [...(byRail.get(rail) ?? []), load])
  }
  for (const rail of rails) {
    const loads = (byRail.get(rail) ?? []).sort((a, b) =>
      draft.tag(a.id).localeCompare(draft.tag(b.id), 'en', { numeric: true }),
    )
    if (loads.length > 0) proposeRail(draft, rail, loads)
  }
}

const round = (value: number) => Number(value.toPrecision(3))

function proposeRail(draft: Draft, rail: Rail, loads: readonly Hungry[]): void {
  const { branchFusing, feeding } = draft.plan.practice
  const tag = draft.tag(rail.device)
  const isFused = branchFusing === 'always' || (branchFusing === 'where-thinner' && rail.limit_A > SMALL_A)
  draft.begin(
    `rail:${rail.device}:${rail.plus.terminal}`,
    `${round(rail.voltage_V)} V of ${tag} to ${loads.length} ${loads.length === 1 ? 'load' : 'loads'}`,
    isFused
      ? `${tag} gives up to ${round(rail.limit_A)} A: each load has a fuse of its own, so that its leads may be thin. Each goes home by its own minus.`
      : `${tag} gives no more than ${round(rail.limit_A)} A: its own limit is what stands before the leads.`,
  )
  const plusses = loads.filter(({ plus }) => wantsPlus(draft, plus))
  const minuses = loads.filter(({ minus }) => wantsMinus(draft, minus))
  const ways = isFused && plusses.length > 0 ? fuseWays(draft, rail, plusses.length) : null
  if (!ways && plusses.length > 0)
    makeRoom(draft, rail.plus, plusses.length, 'V+', `+${round(rail.voltage_V)} V of ${tag}`)
  // One more where another supply's negative may have to be tied to it.
  const bonds = railsOf(draft).length > 1 ? 1 : 0
  if (minuses.length > 0) makeRoom(draft, rail.minus, minuses.length + bonds, 'V-', `minus of ${tag}`)
  let before: Hungry | null = null
  for (const load of loads) {
    const isChained =
      feeding === 'chain' &&
      before !== null &&
      draft.part(before.id).behaviour.kind === draft.part(load.id).behaviour.kind &&
      draft.room(before.plus) > 0 &&
      draft.room(before.minus) > 0
    const [needsPlus, needsMinus] = [plusses.includes(load), minuses.includes(load)]
    const [plus, minus] = isChained
      ? [before!.plus, before!.minus]
      : [needsPlus ? (ways?.shift() ?? rail.plus) : rail.plus, rail.minus]
    const what = load.name.toLowerCase() === draft.plan.devices[load.id]!.name.toLowerCase() ? '' : ` ${load.name}`
    if (needsPlus) draft.join(plus, load.plus, 'V+', `feeds ${draft.tag(load.id)}${what}`)
    if (needsMinus) draft.join(minus, load.minus, 'V-', `${draft.tag(load.id)}${what} goes home`)
    before = load
  }
}

/** So many fused ways on a rail: free ones of blocks that stand on it or on nothing yet, then new ones with a spare. */
function fuseWays(draft: Draft, rail: Rail, wanted: number): Port[] {
  const found: Port[] = []
  const take = (block: Block): void => {
    if (!draft.isJoined(rail.plus, block.feed))
      draft.join(rail.plus, block.feed, 'V+', `feeds the fuses of ${draft.tag(block.id)}`)
    found.push(...block.ways.filter((way) => !draft.isWired(way)).slice(0, wanted - found.length))
  }
  if (rail.voltage_V <= BLADE_V) {
    for (const block of blocksOf(draft))
      if (
        found.length < wanted &&
        (draft.isJoined(rail.plus, block.feed) || (draft.isBare(block.id) && draft.isWanted(block.id)))
      )
        take(block)
    while (found.length < wanted) {
      const { key } = BLOCKS.find(({ ways }) => ways >= wanted - found.length + 1) ?? BLOCKS[BLOCKS.length - 1]!
      const id = draft.add(key, `Fuses, ${round(rail.voltage_V)} V of ${draft.tag(rail.device)}`)
      take(blocksOf(draft).find((block) => block.id === id)!)
    }
    return found
  }
  // Beyond what blade fuses are made for: a rail holder each.
  makeRoom(draft, rail.plus, wanted, 'V+', `+${round(rail.voltage_V)} V of ${draft.tag(rail.device)}`)
  const holders = draft.devices.filter(
    ({ id, part }) =>
      part.behaviour.kind === 'protective-device' &&
      part.links.length === 1 &&
      part.links[0]!.kind === 'protective' &&
      part.links[0]!.family !== 'IEC 60898' &&
      part.links[0]!.family !== 'UL 489' &&
      draft.isBare(id) &&
      draft.isWanted(id),
  )
  for (let i = 0; i < wanted; i += 1) {
    const id = holders[i]?.id ?? draft.add('fuse-holder')
    const link = draft.part(id).links.find((each) => each.kind === 'protective')
    if (!link || link.kind !== 'protective') continue
    draft.join(rail.plus, portOf(id, link.a), 'V+', `a fuse for ${round(rail.voltage_V)} V`)
    found.push(portOf(id, link.b))
  }
  return found
}
