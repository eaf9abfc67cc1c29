import { OPENINGS, type RouteFigures } from '@/core/figures'
import {
  hostOf,
  landed,
  type CableId,
  type Clamp,
  type DeviceId,
  type Plan,
  type RacewayId,
  type WireId,
} from '@/core/plan'

/** How a joint comes apart. */
export type Joint = 'screws' | 'springs' | 'plugs' | 'lugs' | 'fixed'

const JOINT_OF: Readonly<Record<Clamp, Joint>> = {
  screw: 'screws',
  'binding-screw': 'screws',
  stud: 'screws',
  spring: 'springs',
  lever: 'springs',
  pluggable: 'plugs',
  'pin-header': 'plugs',
  'crimp-housing': 'plugs',
  'sealed-housing': 'plugs',
  'blade-tab': 'lugs',
  'butt-barrel': 'fixed',
  'insulation-displacement': 'fixed',
  'solder-lug': 'fixed',
  'solder-pad': 'fixed',
  moulded: 'fixed',
}

/** A lead that stays on what comes off: where its other end is undone, and through what it comes back. */
export interface ComesBack {
  readonly lead: WireId | CableId
  readonly at: DeviceId | null
  /** Closed all round: a gland, a hole, a conduit, a sleeve, a chain whose links do not open. */
  readonly through: readonly RacewayId[]
  /** It is fixed at its other end too, and must be cut. */
  readonly isCut: boolean
}

/** What is undone to take a thing off. */
export interface ComesOff {
  /** Leads by how they are joined to it, each lead or cable once. */
  readonly undone: readonly { readonly joint: Exclude<Joint, 'fixed'>; readonly leads: readonly (WireId | CableId)[] }[]
  readonly back: readonly ComesBack[]
  /** What sits in or on it comes off first. */
  readonly first: readonly DeviceId[]
}

/** Closed all round: what lies in it comes out only at an end. */
function isClosed({ raceways }: Plan, id: RacewayId): boolean {
  const { kind, chain, covers } = raceways[id]!
  if (kind === 'chain' && chain?.opens === false) return true
  return OPENINGS.has(kind) || kind === 'conduit' || kind === 'sleeve' || covers.some((each) => each.kind === 'sleeve')
}

interface Found {
  joint: Joint
  other: DeviceId | null
  otherJoint: Joint | null
}

/** By which joints a thing comes off, and which of its leads must come back by their ways to let it. */
export function comesOff(plan: Plan, leads: RouteFigures['leads'], id: DeviceId): ComesOff {
  const found = new Map<WireId | CableId, Found>()
  const clampAt = (device: DeviceId, terminal: string): Joint =>
    JOINT_OF[plan.parts[plan.devices[device]!.part]!.terminals[terminal as never]!.clamp]
  for (const [wireId, wire] of Object.entries(landed(plan).wires) as [WireId, Plan['wires'][WireId]][]) {
    if (wire!.origin === 'remove') continue
    for (const [here, there, side] of [
      [wire!.from, wire!.to, 'from'],
      [wire!.to, wire!.from, 'to'],
    ] as const) {
      if (here.kind !== 'terminal' || here.device !== id) continue
      const lead = wire!.cable ?? wireId
      const cable = wire!.cable === null ? null : plan.cables[wire!.cable]!
      // A plug comes off as one, whatever its contacts are; a thing's own leads stay on it.
      const isPlug = plan.wires[wireId]![side].kind === 'plug'
      const joint = cable?.leadsOf === id ? 'fixed' : isPlug ? 'plugs' : clampAt(id, here.terminal)
      const otherSide = side === 'from' ? 'to' : 'from'
      const isOtherPlug = plan.wires[wireId]![otherSide].kind === 'plug'
      const before = found.get(lead)
      const isFixed = joint === 'fixed' || before?.joint === 'fixed'
      found.set(lead, {
        joint: isFixed ? 'fixed' : joint,
        other: there.kind === 'terminal' ? there.device : null,
        otherJoint: there.kind !== 'terminal' ? null : isOtherPlug ? 'plugs' : clampAt(there.device, there.terminal),
      })
    }
  }
  const joints = ['plugs', 'screws', 'springs', 'lugs'] as const
  return {
    undone: joints.flatMap((joint) => {
      const own = [...found].flatMap(([lead, each]) => (each.joint === joint ? [lead] : []))
      return own.length > 0 ? [{ joint, leads: own }] : []
    }),
    back: [...found].flatMap(([lead, { joint, other, otherJoint }]): ComesBack[] =>
      joint !== 'fixed'
        ? []
        : [
            {
              lead,
              at: other,
              through: [
                ...new Set(
                  (leads[lead]?.parts ?? []).flatMap(({ raceway }) =>
                    raceway !== null && isClosed(plan, raceway) ? [raceway] : [],
                  ),
                ),
              ],
              isCut: otherJoint === 'fixed',
            },
          ],
    ),
    first: (Object.keys(plan.devices) as DeviceId[]).filter(
      (other) => hostOf(plan.devices[other]!.place) === id && plan.devices[other]!.origin !== 'remove',
    ),
  }
}

const JOINT_WORDS: Readonly<Record<Exclude<Joint, 'fixed'>, readonly [string, string]>> = {
  plugs: ['Unplug', ''],
  screws: ['Unscrew', ''],
  springs: ['Release', 'from their springs'],
  lugs: ['Pull off', 'by their tabs'],
}

const MOST_NAMED = 8

const nameOf = (plan: Plan, id: WireId | CableId): string =>
  id.startsWith('cable:') ? plan.cables[id as CableId]!.name : plan.wires[id as WireId]!.label || id

function named(plan: Plan, leads: readonly (WireId | CableId)[]): string {
  const names = leads.slice(0, MOST_NAMED).map((id) => nameOf(plan, id))
  return names.join(', ') + (leads.length > MOST_NAMED ? ` and ${leads.length - MOST_NAMED} more` : '')
}

/** How a thing comes off, a line each; none where nothing is joined to it. */
export function comesOffWords(plan: Plan, { undone, back, first }: ComesOff): readonly string[] {
  const tagOf = (id: DeviceId) => plan.devices[id]!.tag
  return [
    ...(first.length > 0 ? [`First what sits on it: ${first.map(tagOf).join(', ')}.`] : []),
    ...undone.map(({ joint, leads }) => {
      const [verb, how] = JOINT_WORDS[joint]
      return `${verb} ${named(plan, leads)}${how ? ` ${how}` : ''}.`
    }),
    ...back.map(({ lead, at, through, isCut }) => {
      const where = at === null ? 'at its other end' : `at ${tagOf(at)}`
      const ways = through.map((id) => plan.raceways[id]!.name)
      const undo = isCut ? `is fixed at both ends: it is cut ${where}` : `stays on it and is undone ${where}`
      return `${nameOf(plan, lead)} ${undo}${ways.length > 0 ? `, then drawn back through ${ways.join(' and ')}` : ''}.`
    }),
  ]
}
