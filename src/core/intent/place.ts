import {
  facetsOf,
  isBoard,
  type DeviceId,
  type Facets,
  type Link,
  type Part,
  type Plan,
  type RoleKind,
  type TerminalId,
} from '@/core/plan'

/** A device, or a port of one, that serves a function of the machine. */
export interface Place {
  readonly device: DeviceId
  /** The block, or the terminal that stands in none, by its print; null for the device as a whole. */
  readonly at: string | null
}

export const placeKey = ({ device, at }: Place): string => `${device} ${at ?? ''}`

/** What is known of the function that a place serves, each from a source of its own. */
export interface Evidence {
  readonly facets: Facets
  readonly kind: RoleKind | null
  /** A person said it, or the program's list: numbers count. */
  readonly isFirm: boolean
  /** From the print on the part, which a program may use otherwise. */
  readonly isPrint: boolean
}

/** How a terminal's port is called: by its block, else by its own print. */
export function portOf(part: Part, terminal: TerminalId): string {
  const { block, label } = part.terminals[terminal]!
  return block ?? label
}

/** Whether a part has ports that may serve functions of their own; a driver for one motor serves as a whole. */
export function hasPorts(part: Part): boolean {
  return isBoard(part) || part.actuators.filter(({ by }) => by === 'coil' || by === 'firmware').length > 1
}

/** Where a link of a part stands: its channel, or the part as a whole where it has one. */
export function placeOfLink(device: DeviceId, part: Part, link: Exclude<Link, { kind: 'bar' }>): Place {
  if (!hasPorts(part)) return { device, at: null }
  const [a, b] = [part.terminals[link.a]!, part.terminals[link.b]!]
  // A channel's own terminal before the feed that all share.
  const named = [b, a].find(({ direction }) => direction === 'out') ?? [b, a].find(({ block }) => block !== null) ?? b
  return { device, at: named.block ?? named.label }
}

/** What is known of a place; empty where nobody says anything of it. */
export function evidenceOf(plan: Plan, { device, at }: Place): Evidence | null {
  const { serves, name } = plan.devices[device]!
  const own = serves.find((serving) => serving.at === at)
  if (own) {
    const { name: role, kind } = plan.roles[own.role]!
    return { facets: facetsOf(role, kind), kind, isFirm: own.from !== 'name', isPrint: false }
  }
  if (at !== null) return { facets: facetsOf(at), kind: null, isFirm: false, isPrint: true }
  return { facets: facetsOf(name), kind: null, isFirm: false, isPrint: false }
}
