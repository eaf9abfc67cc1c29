import { othersOn, terminalKey, type Model } from '@/core/model'
import { facetsOf, type DeviceId, type Facets, type Part, type Plan, type TerminalId } from '@/core/plan'
import { evidenceOf } from './place'

/** What hands data on, one after another, as a program counts it: the first hangs on the sender. */
export interface DataChain {
  /** The device whose output leads into the chain; null where nothing sends. */
  readonly sender: DeviceId | null
  readonly devices: readonly DeviceId[]
}

/** A chain that hangs otherwise than it is counted. */
export interface ChainOrder {
  readonly chain: DataChain
  /** Those that are counted, as they hang, and as they are counted. */
  readonly hang: readonly DeviceId[]
  readonly counted: readonly DeviceId[]
  /** Read from the far end, the order is the one that is counted. */
  readonly isReversed: boolean
  /** A person or the program's list said it. */
  readonly isFirm: boolean
}

const dataEnds = (part: Part, way: 'in' | 'out'): readonly TerminalId[] =>
  (Object.keys(part.terminals) as TerminalId[]).filter(
    (id) => part.terminals[id]!.function === 'data' && part.terminals[id]!.direction === way,
  )

/** Takes data in, and hands it on. */
const handsOn = (part: Part): boolean => dataEnds(part, 'in').length > 0 && dataEnds(part, 'out').length > 0

/** Every chain of two or more, in the order in which its data runs. */
export function dataChains(model: Model): readonly DataChain[] {
  const before = new Map<DeviceId, DeviceId>()
  const next = new Map<DeviceId, DeviceId>()
  for (const { id, part } of model.devices)
    for (const input of dataEnds(part, 'in'))
      for (const { device, terminal } of othersOn(model, terminalKey(id, input))) {
        const from = model.deviceById.get(device)!.part
        const { function: fn, direction, level_V } = from.terminals[terminal]!
        if (device === id || direction !== 'out' || level_V === 0 || (fn !== 'data' && fn !== 'signal')) continue
        before.set(id, device)
        if (handsOn(from)) next.set(device, id)
      }
  return model.devices.flatMap(({ id, part }): DataChain[] => {
    const sender = before.get(id) ?? null
    const isFirst = handsOn(part) && (sender === null || !handsOn(model.deviceById.get(sender)!.part))
    if (!isFirst) return []
    const devices: DeviceId[] = []
    for (let at: DeviceId | undefined = id; at !== undefined && !devices.includes(at); at = next.get(at))
      devices.push(at)
    return devices.length > 1 ? [{ sender, devices }] : []
  })
}

/** A name without its number, and the number alone. */
const withoutNumber = ({ axis, words, side, end }: Facets): string =>
  [axis, words, side, end].map((each) => [...each].sort().join(' ')).join('|')

const onlyNumber = ({ number }: Facets): number | null => (number.size === 1 ? Number([...number][0]) : null)

/** Chains that hang in another order than they are counted: by a line of the sender's program that lists them, else by the numbers in their names. */
export function chainOrders(plan: Plan, model: Model): readonly ChainOrder[] {
  return dataChains(model).flatMap((chain): ChainOrder[] => {
    const said = listedIn(plan, chain)
    const { counted, isFirm } = said ? { counted: said, isFirm: true } : byNumbers(plan, chain)
    const hang = chain.devices.filter((id) => counted.includes(id))
    if (hang.length < 2 || hang.every((id, i) => counted[i] === id)) return []
    const isReversed = hang.every((id, i) => counted[counted.length - 1 - i] === id)
    return [{ chain, hang, counted, isReversed, isFirm }]
  })
}

/** The devices of a chain that one line of the sender's program lists by tag or by function, in its order; null where none does. */
function listedIn(plan: Plan, { sender, devices }: DataChain): readonly DeviceId[] | null {
  if (sender === null) return null
  for (const { value } of plan.devices[sender]!.program) {
    const listed = value.split(/\s*(?:[,;>]|->|→)\s*/).flatMap((name) => {
      const own = devices.filter((id) => namesOf(plan, id).includes(name.trim().toLowerCase()))
      return own.length === 1 ? own : []
    })
    if (new Set(listed).size > 1) return [...new Set(listed)]
  }
  return null
}

const namesOf = (plan: Plan, id: DeviceId): readonly string[] => {
  const { tag, name, serves } = plan.devices[id]!
  return [tag, name, ...serves.map(({ role }) => plan.roles[role]!.name)].map((each) => each.toLowerCase())
}

/** Those that are called alike but for a number, by that number; the largest such family of a chain. */
function byNumbers(
  plan: Plan,
  { devices }: DataChain,
): { readonly counted: readonly DeviceId[]; readonly isFirm: boolean } {
  const families = new Map<string, { readonly id: DeviceId; readonly number: number; readonly isFirm: boolean }[]>()
  for (const id of devices) {
    const evidence = evidenceOf(plan, { device: id, at: null })
    const facets = evidence?.facets ?? facetsOf(plan.devices[id]!.name)
    const number = onlyNumber(facets)
    if (number === null) continue
    const key = withoutNumber(facets)
    families.set(key, [...(families.get(key) ?? []), { id, number, isFirm: evidence?.isFirm ?? false }])
  }
  const family = [...families.values()].reduce((most, own) => (own.length > most.length ? own : most), [])
  const isTold = new Set(family.map(({ number }) => number)).size === family.length
  return {
    counted: isTold ? family.toSorted((a, b) => a.number - b.number).map(({ id }) => id) : [],
    isFirm: family.some(({ isFirm }) => isFirm),
  }
}
