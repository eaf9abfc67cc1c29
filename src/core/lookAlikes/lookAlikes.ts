import { connectorAt, connectorName, connectorsOf, type ConnectorUse, type PlugPlace } from '@/core/cables'
import { findElectrical, type RuleId } from '@/core/findings'
import { routesOf, settlePlan } from '@/core/figures'
import { terminalKey, type Model } from '@/core/model'
import { apply, guardingView, landed, type Command, type DeviceId, type Plan } from '@/core/plan'
import { statesTried } from './statesTried'

/** What exchanging or turning plugs does. */
export type Outcome = 'nothing' | 'exchanged' | 'fails' | 'burns'

export interface LookAlike {
  /** The same while the same plugs can be confused. */
  readonly id: string
  readonly kind: 'exchange' | 'wrong socket' | 'turn'
  readonly plug: PlugPlace
  /** The other plug's place, or the free socket that it goes into as well; itself where it is turned. */
  readonly other: PlugPlace
  readonly outcome: Outcome
  /** "A1 M1 and A1 M2 exchanged: …". */
  readonly words: string
  /** What keeps or tells them apart; null where nothing does. */
  readonly remedy: Plan['devices'][DeviceId]['toldApart'][number] | null
}

/** Rules that speak of damage: what raises a stop of these has burnt something. */
const BURNS: ReadonlySet<string> = new Set<RuleId>([
  'voltage-beyond-range',
  'polarity-reversed',
  'part-reversed',
  'short-circuit',
  'signal-levels-differ',
  'outputs-joined',
  'output-shorted',
  'supplies-in-series',
  'ends-exchanged',
  'mains-meets-low-voltage',
  'live-metal',
  'back-feed',
  'terminal-rating-exceeded',
  'contact-overloaded',
  'relay-control-voltage',
  'source-asked-too-much',
  'coils-mixed',
])

/** Solved once for all plans that differ in loads, places, colours and remedies alone. */
const judges = new WeakMap<Plan, Judge>()

function judgeOf(plan: Plan): Judge {
  const view = guardingView(plan)
  let judge = judges.get(view)
  if (!judge) judges.set(view, (judge = new Judge(withStatesTried(plan))))
  return judge
}

/** The plan itself where all its states are tried: it is solved already. */
function withStatesTried(plan: Plan): Plan {
  const states = statesTried(plan)
  return states === plan.states ? plan : { ...plan, states }
}

/** What may be confused with what: two plugs exchanged, a plug in a free socket, a plug turned round. */
function* casesOf(plan: Plan): Generator<(judge: Judge) => Judged> {
  const kinds = new Map<string, ConnectorUse[]>()
  for (const use of connectorsOf(plan)) {
    const { family, pitch_mm, gender, key, ways } = use.spec
    const kind = [family, pitch_mm, gender, key, ways.length, siteOf(plan, use.device)].join('|')
    const own = kinds.get(kind)
    if (own) own.push(use)
    else kinds.set(kind, [use])
  }
  for (const alike of kinds.values())
    for (const [i, plug] of alike.entries()) {
      if (plug.ways.length === 0 || plug.spec.family === null) continue
      for (const [k, other] of alike.entries()) {
        const isPlugged = other.ways.length > 0
        if (k === i || (isPlugged && k < i) || (!isPlugged && other.plug !== null)) continue
        yield (judge) => (isPlugged ? judge.exchange(plug, other) : judge.move(plug, other))
      }
      if (plug.spec.key === null && plug.spec.ways.length > 1) yield (judge) => judge.turn(plug)
    }
}

/**
 * Every pair of plugs that mate in one another's sockets on a device or a wall, each free socket that a plug goes into, and
 * each plug that goes in turned; what then happens is solved. It yields after each case, so that a worker can listen meanwhile;
 * what was solved is remembered when it is begun anew.
 */
export function* lookAlikeSteps(plan: Plan): Generator<undefined, readonly LookAlike[]> {
  const found: Judged[] = []
  // A plan without such plugs is not solved for them.
  for (const solve of casesOf(plan)) {
    found.push(solve(judgeOf(plan)))
    yield
  }
  return found.map((each) => ({ ...each, remedy: remedyOf(plan, each) }))
}

/** The same in one go. */
export function lookAlikes(plan: Plan): readonly LookAlike[] {
  const steps = lookAlikeSteps(plan)
  for (;;) {
    const { done, value } = steps.next()
    if (done) return value
  }
}

/** Those found before whose connectors are still there, with the remedies of today. */
export const stillThere = (plan: Plan, found: readonly LookAlike[]): readonly LookAlike[] =>
  found
    .filter(({ plug, other }) => connectorAt(plan, plug) !== null && connectorAt(plan, other) !== null)
    .map((each) => ({ ...each, remedy: remedyOf(plan, each) }))

/** A colour or a label tells plugs apart; how long a lead is keeps none from being turned. Of two, either's will do. */
function remedyOf(plan: Plan, { kind, plug, other }: Judged): LookAlike['remedy'] {
  const at = ({ device, connector }: PlugPlace) =>
    plan.devices[device]!.toldApart.find((each) => each.connector === connector) ?? null
  const own = at(plug)
  if (kind === 'turn') return own?.by === 'length' ? null : own
  return own ?? (kind === 'exchange' ? at(other) : null)
}

type Judged = Omit<LookAlike, 'remedy'>

/**
 * Within what plugs are confused: the wall that a device is on, else the device. What stands on a plate is told apart by its
 * place; sockets in a row on a wall are not.
 */
function siteOf(plan: Plan, device: DeviceId): string {
  const { place } = plan.devices[device]!
  const isOnWall = place.kind === 'face' && plan.enclosures[place.enclosure]?.faces[place.face]?.kind !== 'plate'
  return isOnWall ? `${place.enclosure} ${place.face}` : device
}

const idOf = (kind: LookAlike['kind'], a: PlugPlace, b: PlugPlace): string =>
  [kind, a.device, a.connector, b.device, b.connector].join(' ')

/** Solves what happens, once for all pairs that are electrically the same. */
class Judge {
  private readonly model: Model
  private readonly before: ReadonlySet<string>
  private readonly told = new Map<string, Judged>()
  private readonly signatures = new Map<string, string>()
  private readonly solved = new Map<string, { readonly outcome: Outcome; readonly harm: string | null }>()

  constructor(private readonly plan: Plan) {
    this.model = settlePlan(plan).model
    this.before = new Set(findElectrical(plan).map(({ id, severity }) => `${severity} ${id}`))
  }

  exchange(a: ConnectorUse, b: ConnectorUse): Judged {
    return this.once('exchange', a, b, () => this.exchangeAnew(a, b))
  }

  /** Into a free socket beside its own. */
  move(a: ConnectorUse, b: ConnectorUse): Judged {
    return this.once('wrong socket', a, b, () => this.moveAnew(a, b))
  }

  turn(a: ConnectorUse): Judged {
    return this.once('turn', a, a, () => this.turnAnew(a))
  }

  private once(kind: LookAlike['kind'], a: ConnectorUse, b: ConnectorUse, judge: () => Judged): Judged {
    const id = idOf(kind, a, b)
    let own = this.told.get(id)
    if (!own) this.told.set(id, (own = judge()))
    return own
  }

  private exchangeAnew(a: ConnectorUse, b: ConnectorUse): Judged {
    const commands = [...this.moved(a, b.spec.ways, b), ...this.moved(b, a.spec.ways, a)]
    const isOne = a.spec.ways.every((terminal, i) => {
      const other = b.spec.ways[i]
      return terminal && other ? this.net(a.device, terminal) === this.net(b.device, other) : terminal === other
    })
    const solved = isOne ? { outcome: 'nothing' as const, harm: null } : this.solve(a, b, commands)
    const what = `${this.name(a)} and ${this.name(b)} exchanged`
    return this.tell('exchange', a, b, solved, what, this.exchangedWords(a, b))
  }

  private moveAnew(a: ConnectorUse, b: ConnectorUse): Judged {
    const { outcome, harm } = this.solve(a, b, this.moved(a, b.spec.ways, b))
    // Elsewhere than where it belongs it is not commanded.
    const solved = { outcome: outcome === 'exchanged' ? ('fails' as const) : outcome, harm }
    return this.tell(
      'wrong socket',
      a,
      b,
      solved,
      `The plug of ${this.name(a)} in ${this.name(b)}`,
      'what hangs on it gets nothing there',
    )
  }

  private turnAnew(a: ConnectorUse): Judged {
    const turned = a.spec.ways.toReversed()
    const solved = this.solve(a, a, this.moved(a, turned, a), true)
    return this.tell(
      'turn',
      a,
      a,
      solved,
      `The plug of ${this.name(a)} put in turned round`,
      'its first way meets the last',
    )
  }

  private tell(
    kind: LookAlike['kind'],
    a: ConnectorUse,
    b: ConnectorUse,
    { outcome, harm }: { readonly outcome: Outcome; readonly harm: string | null },
    what: string,
    otherwise: string,
  ): Judged {
    const then = harm ?? (outcome === 'nothing' ? 'nothing changes' : otherwise)
    return {
      id: idOf(kind, a, b),
      kind,
      plug: { device: a.device, connector: a.connector },
      other: { device: b.device, connector: b.connector },
      outcome,
      words: `${what}: ${then}`,
    }
  }

  /** The wires of a plug at the terminals of another socket, as long as they are laid now. */
  private moved(plug: ConnectorUse, ways: ConnectorUse['spec']['ways'], to: ConnectorUse): readonly Command[] {
    const { lays } = routesOf(this.plan)
    return plug.ways.flatMap(({ way, wire, side }): Command[] => {
      const terminal = ways[way - 1]
      const parked = { kind: 'parked', where: 'a way without a contact', why: 'exchanged', insulated: true } as const
      const end = terminal ? { kind: 'terminal' as const, device: to.device, terminal } : parked
      const length_mm = this.plan.wires[wire]!.length_mm ?? lays.get(wire)?.cut_mm ?? null
      return [
        { type: 'moveEnd', wire, side, end },
        { type: 'updateWire', id: wire, changes: { length_mm } },
      ]
    })
  }

  private solve(a: ConnectorUse, b: ConnectorUse, commands: readonly Command[], isTurned = false) {
    const key = [this.signature(a), this.signature(b), this.farKinds(a), this.farKinds(b), isTurned].join('\n')
    // What meets the same terminals as before meets the same volts: another thing moves, and nothing burns.
    if (!isTurned && this.signature(a) === this.signature(b)) return { outcome: 'exchanged' as const, harm: null }
    let own = this.solved.get(key)
    if (!own) this.solved.set(key, (own = this.tried(commands)))
    return own
  }

  private tried(commands: readonly Command[]): { readonly outcome: Outcome; readonly harm: string | null } {
    const edited = apply(landed(this.plan), commands)
    if (edited.kind === 'refused') return { outcome: 'fails', harm: 'it cannot be joined so' }
    const raised = findElectrical(edited.plan).filter(
      ({ id, severity }) => severity === 'stop' && !this.before.has(`${severity} ${id}`),
    )
    const burning = raised.filter(({ rule }) => BURNS.has(rule))
    const [first] = burning.length > 0 ? burning : raised
    return {
      outcome: burning.length > 0 ? 'burns' : raised.length > 0 ? 'fails' : 'exchanged',
      harm: first?.what ?? null,
    }
  }

  /** What a socket is to whatever comes into it: the same for two that are electrically alike. */
  private signature(use: ConnectorUse): string {
    const key = `${use.device} ${use.connector}`
    let own = this.signatures.get(key)
    if (own === undefined) this.signatures.set(key, (own = this.signatureAnew(use)))
    return own
  }

  private signatureAnew({ device, spec }: ConnectorUse): string {
    const { terminals } = this.plan.parts[this.plan.devices[device]!.part]!
    return JSON.stringify(
      spec.ways.map((key) => {
        if (key === null) return null
        const { function: fn, direction, level_V, min_V, max_V, rated_A, system, active, isolated } = terminals[key]!
        const reached = this.model.netById.get(this.net(device, key))?.potentials.map(({ id }) => id) ?? []
        const group = fn === 'V+' || fn === 'V-' ? reached.toSorted() : []
        return [fn, direction, level_V, min_V, max_V, rated_A, system, active, isolated, group]
      }),
    )
  }

  /** The parts that a plug's conductors lead to. */
  private farKinds(plug: ConnectorUse): string {
    const { wires } = landed(this.plan)
    return plug.ways
      .map(({ way, wire, side }) => {
        const end = wires[wire]![side === 'from' ? 'to' : 'from']
        return end.kind === 'terminal'
          ? `${way} ${this.plan.devices[end.device]!.part} ${end.terminal}`
          : `${way} ${end.kind}`
      })
      .join(',')
  }

  private net(device: DeviceId, terminal: string): string {
    return this.model.netOf(terminalKey(device, terminal as never))
  }

  private name(place: PlugPlace): string {
    return connectorName(this.plan, place)
  }

  private exchangedWords(a: ConnectorUse, b: ConnectorUse): string {
    const [one, other] = [this.farTags(a), this.farTags(b)]
    return one && other
      ? `what is meant for ${one} goes to ${other}, and the other way round`
      : 'each does the other’s work'
  }

  private farTags(plug: ConnectorUse): string {
    const { wires } = landed(this.plan)
    const tags = plug.ways.flatMap(({ wire, side }) => {
      const end = wires[wire]![side === 'from' ? 'to' : 'from']
      return end.kind === 'terminal' ? [this.plan.devices[end.device]!.tag] : []
    })
    return [...new Set(tags)].slice(0, 3).join(', ')
  }
}
