import type { ChangedNetwork } from '@/core/circuit'
import type { Alteration, Bench, BenchSolution } from '@/core/proof/bench'
import { splitKey, terminalKey, type TerminalKey } from '@/core/model'
import { PART_KINDS, type DeviceId, type TerminalId } from '@/core/plan'
import { situationNamed } from './situations'

/** What somebody sees of a thing without measuring. */
export type Seen = 'right' | 'nothing' | 'weak' | 'wrong way'

/** A thing that can be seen to do what it should. */
export type Watched =
  | { readonly device: DeviceId; readonly kind: 'load'; readonly draw: number }
  | (Linked & { readonly kind: 'motor' })
  /** A sensor that a board reads, a driver that obeys one, two boards that talk. */
  | (Linked & { readonly kind: 'link' })

interface Linked {
  readonly device: DeviceId
  readonly by: DeviceId
  readonly leads: readonly Lead[]
  /** Joints that must not become one, and what is between them when all is as planned. */
  readonly apart: readonly { readonly p: number; readonly q: number; readonly ohm: number }[]
  /** Of its leads: what is altered elsewhere does not touch it. */
  readonly nets: ReadonlySet<string>
}

/** A lead of a motor, sensor or driver: its own end, and where it comes in at what drives or reads it. */
interface Lead {
  readonly own: number
  readonly there: number
  readonly pair: 'coil-A' | 'coil-B' | 'signal'
}

/** Below this share of its volts a load is seen to be weak; above the other it is no different. */
const WEAK = 0.85
const NOTHING = 0.4
/** A lead leads where it should within this. */
const LEADS_OHM = 2
/** Two leads have become one: within this, and far below what was between them. */
const ONE_OHM = 1
const FAR_BELOW = 0.25

/** Loads, motors, and what boards read and command, in the order of a plan's devices. */
export function watchedOf(bench: Bench): readonly Watched[] {
  const { model } = bench
  const dead = bench.dead(situationNamed(model, 'dead').held, 'highest')
  const joined = new Set<string>()
  return model.devices.flatMap(({ id, part }): Watched[] => [
    ...model.draws.flatMap(({ device, plus, minus }, draw): Watched[] =>
      device === id && plus !== minus ? [{ device: id, kind: 'load', draw }] : [],
    ),
    ...[...leadsOf(bench, id)].flatMap(([by, leads]): Watched[] => {
      const pair = [id, by].sort().join(' ')
      if (joined.has(pair)) return []
      joined.add(pair)
      const isMotor = part.behaviour.kind === 'motor'
      return [
        {
          device: id,
          by,
          kind: isMotor ? 'motor' : 'link',
          leads,
          apart: apartOf(bench, by, leads, dead),
          nets: new Set(leads.flatMap(({ own, there }) => [own, there].map((joint) => netOfJoint(bench, joint)))),
        },
      ]
    }),
  ])
}

const netOfJoint = ({ model }: Bench, joint: number) => model.netOf(model.terminalOfJoint[joint]!)

/** Leads of a device by the board or driver at their other end. */
function leadsOf(bench: Bench, id: DeviceId): ReadonlyMap<DeviceId, readonly Lead[]> {
  const { model } = bench
  const { part } = model.deviceById.get(id)!
  const isMotor = part.behaviour.kind === 'motor'
  const found = new Map<DeviceId, Lead[]>()
  const later: { readonly own: number; readonly others: readonly TerminalKey[] }[] = []
  for (const terminal of Object.keys(part.terminals) as TerminalId[]) {
    const { function: fn } = part.terminals[terminal]!
    const pair = fn === 'coil-A' || fn === 'coil-B' ? fn : 'signal'
    if (!LEADING.has(fn) || isMotor !== (pair !== 'signal')) continue
    const key = terminalKey(id, terminal)
    const others = commandingEnds(bench, key)
    const own = model.jointOf(key)
    // A common that several boards share tells by itself of no board.
    if (model.potentialsOfJoint(own).length > 0) {
      later.push({ own, others })
      continue
    }
    for (const other of others.slice(0, 1)) {
      const { device } = splitKey(other)
      found.set(device, [...(found.get(device) ?? []), { own, there: model.jointOf(other), pair }])
    }
  }
  for (const { own, others } of later)
    for (const [device, leads] of found) {
      const other = others.find((each) => splitKey(each).device === device)
      if (other) leads.push({ own, there: model.jointOf(other), pair: 'signal' })
    }
  return found
}

const LEADING: ReadonlySet<string> = new Set([
  'signal',
  'data',
  'coil-A',
  'coil-B',
  'contact-COM',
  'contact-NO',
  'contact-NC',
])

/** The terminals of boards and drivers on the same net. */
function commandingEnds({ model }: Bench, key: TerminalKey): readonly TerminalKey[] {
  const net = model.netById.get(model.netOf(key))
  const own = splitKey(key).device
  return (net?.terminals ?? []).filter((each) => {
    const { device } = splitKey(each)
    return device !== own && PART_KINDS[model.deviceById.get(device)!.part.behaviour.kind].isCommanding
  })
}

/** Its leads from one another, and from what feeds the board. */
function apartOf(
  { model }: Bench,
  by: DeviceId,
  leads: readonly Lead[],
  dead: ChangedNetwork,
): readonly { readonly p: number; readonly q: number; readonly ohm: number }[] {
  const { terminals } = model.deviceById.get(by)!.part
  const rails = (Object.keys(terminals) as TerminalId[])
    .filter((terminal) => terminals[terminal]!.function === 'V+' || terminals[terminal]!.function === 'V-')
    .map((terminal) => model.jointOf(terminalKey(by, terminal)))
  const joints = leads.map(({ there }) => there)
  const pairs = joints.flatMap((p, i) => [...joints.slice(i + 1), ...new Set(rails)].map((q) => ({ p, q })))
  return pairs.flatMap(({ p, q }) => {
    const ohm = dead.ohms(p, q)
    return ohm > ONE_OHM ? [{ p, q, ohm }] : []
  })
}

/** The nets that something altered touches. */
export function touchedNets(bench: Bench, { series, across }: Alteration): ReadonlySet<string> {
  const joints = across.flatMap(({ a, b }) => [a, b])
  for (const id of series.keys()) {
    const branch = bench.branches[bench.branchAt.get(id) ?? -1]
    if (branch) joints.push(branch.a, branch.b)
  }
  return new Set(joints.map((joint) => netOfJoint(bench, joint)))
}

/** What a look rests on: volts of loads, and ohms of leads with everything dead. */
export interface Lookable {
  /** Volts of the first joint above the second; the larger of mains and direct current. */
  volts(plus: number, minus: number): number
  ohms(p: number, q: number): number
}

/** What is seen on a solved bench. */
export const seenOn = ({ network, ac_V, dc_V }: BenchSolution, dead: ChangedNetwork): Lookable => ({
  volts(plus, minus) {
    if (network.islandOf(plus) !== network.islandOf(minus)) return 0
    const [ac, dc] = [ac_V[plus]! - ac_V[minus]!, dc_V[plus]! - dc_V[minus]!]
    return Math.abs(ac) > Math.abs(dc) ? Math.abs(ac) : dc
  },
  ohms: (p, q) => dead.ohms(p, q),
})

/** What is seen of each watched thing, in their order; what no altered net touches answers as it should while it is fed. */
export function look(
  bench: Bench,
  watched: readonly Watched[],
  on: Lookable,
  touched: ReadonlySet<string>,
): readonly Seen[] {
  const fed = new Map<DeviceId, boolean>()
  const loads = watched.map((each): Seen | null => {
    if (each.kind !== 'load') return null
    const { device, draw, plus, minus } = bench.model.draws[each.draw]!
    const volt = on.volts(plus, minus)
    const share = Math.abs(volt) / draw.nominal_V
    if (share < NOTHING) return 'nothing'
    fed.set(device, true)
    const isPolarised = bench.model.deviceById.get(device)!.part.terminals[draw.plus]!.polarised
    if (volt < 0 && isPolarised) return 'wrong way'
    return share < WEAK ? 'weak' : 'right'
  })
  const isFed = (device: DeviceId) =>
    fed.get(device) === true || !bench.model.draws.some((draw) => draw.device === device)
  return watched.map((each, i): Seen => {
    if (each.kind === 'load') return loads[i]!
    if (!isFed(each.by) || !isFed(each.device)) return 'nothing'
    if (![...each.nets].some((net) => touched.has(net))) return 'right'
    if (each.apart.some(({ p, q, ohm }) => near(on, p, q, ohm))) return 'nothing'
    if (each.kind === 'motor') return turns(each, on)
    return each.leads.every((lead) => leadsHome(on, lead)) ? 'right' : 'nothing'
  })
}

function near(dead: Lookable, p: number, q: number, before_ohm: number): boolean {
  const ohm = dead.ohms(p, q)
  return ohm < ONE_OHM && ohm < FAR_BELOW * before_ohm
}

const leadsHome = (dead: Lookable, { own, there }: Lead) => dead.ohms(own, there) < LEADS_OHM

function turns({ leads }: Linked, dead: Lookable): Seen {
  let turned = 0
  for (const pair of ['coil-A', 'coil-B'] as const) {
    const [one, other] = leads.filter((lead) => lead.pair === pair)
    if (!one || !other) continue
    // Two ends of one winding conduct to one another: which of them it is tells the nearer.
    const straight = dead.ohms(one.own, one.there) + dead.ohms(other.own, other.there)
    const crossed = dead.ohms(one.own, other.there) + dead.ohms(other.own, one.there)
    if (Math.min(straight, crossed) > LEADS_OHM || dead.ohms(one.there, other.there) === Infinity) return 'nothing'
    if (crossed < straight) turned += 1
  }
  return turned === 1 ? 'wrong way' : 'right'
}
