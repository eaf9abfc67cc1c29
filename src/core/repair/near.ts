import type { Finding, Subject } from '@/core/findings'
import { compile, type Model } from '@/core/model'
import {
  landed,
  landingOf,
  type DeviceId,
  type Plan,
  type Terminal,
  type TerminalId,
  type Wire,
  type WireFunction,
  type WireId,
} from '@/core/plan'

/** One end of a conductor, and where it is joined. */
export interface End {
  readonly wire: WireId
  readonly side: 'from' | 'to'
  readonly device: DeviceId
  readonly terminal: TerminalId
}

export interface Place {
  readonly device: DeviceId
  readonly terminal: TerminalId
}

/** What lies about a finding. */
export interface Near {
  readonly plan: Plan
  /** What found it. */
  readonly rule: string
  readonly devices: readonly DeviceId[]
  /** Devices that other findings of the same rule name: with one of them it may be exchanged. */
  readonly fellows: readonly DeviceId[]
  /** All that anything found wrong names. */
  readonly told: ReadonlySet<DeviceId>
  /** Named by the finding. */
  readonly wires: readonly WireId[]
  readonly terminals: readonly Place[]
  /** Terminals that something else found wrong names as open. */
  readonly open: readonly Place[]
  /** Terminals that hold more than they are made for. */
  readonly crowded: readonly Place[]
  /** Leads that are entered as something else than they are found to carry: one of their ends may lie wrongly. */
  readonly contradicted: readonly WireId[]
  /** Leads that a stop names, whichever. */
  readonly stopped: readonly WireId[]
  /** The finding is about where parts lie. */
  readonly isOfRoom: boolean
  /** What joins what, compiled once somebody asks. */
  wiring(): Model
  endsAt(device: DeviceId): readonly End[]
  endOf(wire: WireId, side: 'from' | 'to'): End | null
}

/** As many devices as are looked at about one finding. */
const MOST_DEVICES = 6

/** Rules that name terminals where a wire is missing. */
const OPEN_RULES: ReadonlySet<string> = new Set([
  'required-terminal-open',
  'contact-half-wired',
  'pair-half',
  'driver-without-motor',
  'coil-never-worked',
])
export const isOpenRule = (rule: string): boolean => OPEN_RULES.has(rule)

/** By the plan, once for all findings of it. */
export function nearBy(plan: Plan, findings: readonly Finding[]): (finding: Finding) => Near {
  const { wires } = landed(plan)
  const byDevice = new Map<DeviceId, End[]>()
  const byWire = new Map<string, End>()
  for (const [id, wire] of Object.entries(wires) as [WireId, Wire][]) {
    if (wire.origin === 'remove') continue
    for (const side of ['from', 'to'] as const) {
      const at = landingOf(plan, plan.wires[id]![side])
      if (!at) continue
      const end: End = { wire: id, side, ...at }
      byWire.set(`${id} ${side}`, end)
      const list = byDevice.get(at.device)
      if (list) list.push(end)
      else byDevice.set(at.device, [end])
    }
  }
  const endsAt = (device: DeviceId) => byDevice.get(device) ?? []
  const endOf = (wire: WireId, side: 'from' | 'to') => byWire.get(`${wire} ${side}`) ?? null
  let model: Model | null = null
  const wiring = () => (model ??= compile(plan))
  const named = (is: (finding: Finding) => boolean) =>
    distinct(findings.filter(is).flatMap(({ subjects }) => subjects.flatMap(placeOf)))
  const crowded = named(({ rule, severity }) => rule === 'clamp-overfilled' && severity !== 'note')
  const contradicted = [
    ...new Set(
      findings.flatMap(({ rule, subjects }) =>
        rule === 'function-contradicts-net'
          ? subjects.flatMap((subject) => (subject.kind === 'wire' ? [subject.id] : []))
          : [],
      ),
    ),
  ].slice(0, MOST_CONTRADICTED)
  const found = findings.filter(({ severity }) => severity !== 'note')
  const stopped = [
    ...new Set(
      found.flatMap(({ severity, subjects }) =>
        severity === 'stop' ? subjects.flatMap((subject) => (subject.kind === 'wire' ? [subject.id] : [])) : [],
      ),
    ),
  ]
    .filter((id) => plan.wires[id])
    .slice(0, MOST_STOPPED)
  const told = new Set(found.flatMap(({ subjects }) => subjects.flatMap(deviceOf)))
  const open = distinct([
    ...named(({ rule }) => isOpenRule(rule)),
    ...wanting(plan, told, endsAt),
    ...halfWired(plan, endsAt),
  ]).filter((place) => !endsAt(place.device).some(({ terminal }) => terminal === place.terminal))
  return (finding) => {
    const subjects = [finding, ...finding.followers].flatMap((each) => each.subjects)
    const own = [...new Set(subjects.flatMap((subject) => (subject.kind === 'wire' ? [subject.id] : [])))].filter(
      (id) => plan.wires[id],
    )
    const devices = new Set(subjects.flatMap(deviceOf))
    const fellows = findings.flatMap((each) =>
      each.rule === finding.rule && each !== finding ? each.subjects.flatMap(deviceOf) : [],
    )
    const lying = subjects
      .flatMap(placeOf)
      .flatMap(({ device, terminal }) => endsAt(device).filter((end) => end.terminal === terminal))
      .map(({ wire }) => wire)
    for (const wire of new Set([...own, ...lying]))
      for (const side of ['from', 'to'] as const) {
        const end = endOf(wire, side)
        if (end) devices.add(end.device)
      }
    return {
      plan,
      rule: finding.rule,
      devices: [...devices].filter((id) => plan.devices[id]).slice(0, MOST_DEVICES),
      told,
      fellows: [...new Set(fellows)].filter((id) => plan.devices[id]).slice(0, MOST_DEVICES),
      wires: own,
      terminals: subjects.flatMap(placeOf),
      open,
      crowded,
      contradicted,
      stopped,
      isOfRoom: finding.stage === 'layout',
      wiring,
      endsAt,
      endOf,
    }
  }
}

/** As many leads that stops name. */
const MOST_STOPPED = 4

/** As many leads that are entered as something else. */
const MOST_CONTRADICTED = 6

/** As many terminals that want a lead as are looked at. */
const MOST_WANTING = 12

/** Terminals of what is found wrong that must be joined, or take data. */
function wanting(plan: Plan, devices: ReadonlySet<DeviceId>, endsAt: Near['endsAt']): readonly Place[] {
  return [...devices]
    .filter((id) => plan.devices[id])
    .flatMap((device) => {
      const wired = new Set(endsAt(device).map(({ terminal }) => terminal))
      const { terminals } = plan.parts[plan.devices[device]!.part]!
      return (Object.entries(terminals) as [TerminalId, Terminal][]).flatMap(
        ([terminal, { need, function: fn, direction }]) =>
          !wired.has(terminal) && (need === 'required' || (fn === 'data' && direction !== 'out'))
            ? [{ device, terminal }]
            : [],
      )
    })
    .slice(0, MOST_WANTING)
}

/** As many contacts with one side wired alone as are looked at. */
const MOST_HALF = 8

/** The bare side of contacts of which the other is wired: a lead may have been meant to be there. */
function halfWired(plan: Plan, endsAt: Near['endsAt']): readonly Place[] {
  return (Object.keys(plan.devices) as DeviceId[])
    .flatMap((device) => {
      const wired = new Set(endsAt(device).map(({ terminal }) => terminal))
      const { links } = plan.parts[plan.devices[device]!.part]!
      return links.flatMap((link): Place[] => {
        if (link.kind !== 'contact') return []
        if (wired.has(link.a) === wired.has(link.b)) return []
        const [taken, bare] = wired.has(link.a) ? [link.a, link.b] : [link.b, link.a]
        // The resting side of a change-over whose other side is used wants no lead.
        const isUsed = links.some(
          (other) => other.kind === 'contact' && other.id !== link.id && joins(other, taken, wired),
        )
        return isUsed ? [] : [{ device, terminal: bare }]
      })
    })
    .slice(0, MOST_HALF)
}

const joins = (
  { a, b }: { readonly a: TerminalId; readonly b: TerminalId },
  one: TerminalId,
  wired: ReadonlySet<TerminalId>,
) => (a === one && wired.has(b)) || (b === one && wired.has(a))

export const deviceOf = (subject: Subject): DeviceId[] =>
  subject.kind === 'device' ? [subject.id] : subject.kind === 'terminal' ? [subject.device] : []

const placeOf = (subject: Subject): Place[] =>
  subject.kind === 'terminal' ? [{ device: subject.device, terminal: subject.terminal }] : []

const distinct = (places: readonly Place[]): readonly Place[] => [
  ...new Map(places.map((place) => [`${place.device}|${place.terminal}`, place])).values(),
]

/** What a terminal and a wire carry by their function, so that one is told from the other. */
export const CARRIED: ReadonlySet<string> = new Set<WireFunction>(['L', 'N', 'PE', 'V+', 'V-'])

/** A terminal as it is called at the bench: the tag, its block and what is printed. */
export function placeName(plan: Plan, { device, terminal }: Place): string {
  const { tag, part } = plan.devices[device]!
  const { block, label } = plan.parts[part]!.terminals[terminal]!
  return `${tag} ${block ? `${block} ` : ''}${label}`
}

export const wireName = (plan: Plan, id: WireId): string => plan.wires[id]!.label || id
