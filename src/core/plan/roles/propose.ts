import { doesAny } from '../partFacts'
import type { Command } from '../schema/command'
import type { DeviceId, RoleId } from '../schema/ids'
import type { Device } from '../schema/device'
import type { Plan } from '../schema/plan'
import { areAlike, facetsOf, saysWhich, type Facets } from './facets'
import type { RoleKind } from './kinds'

type Part = Plan['parts'][keyof Plan['parts']]

/** What a part does for the machine by itself, the fact before the kind; null for what only serves such a thing. */
export function ownRoleKind(part: Part): RoleKind | null {
  if (part.behaviour.kind === 'driver' || part.behaviour.kind === 'encoder') return null
  if (part.behaviour.kind === 'emergency-stop') return 'stop'
  if (doesAny(part, 'moves') || part.behaviour.kind === 'motor') return 'axis'
  if (doesAny(part, 'heats')) return 'heat'
  if (doesAny(part, 'blows')) return 'air'
  if (doesAny(part, 'pumps')) return 'flow'
  if (doesAny(part, 'lights')) return 'light'
  return part.behaviour.kind === 'other' && part.draws.length > 0 ? 'other' : null
}

/** Kinds of roles that a part can serve beside what fills them: its driver, its sensor, its relay. None: it serves none. */
function servesBeside(part: Part): readonly RoleKind[] {
  switch (part.behaviour.kind) {
    case 'driver':
    case 'encoder':
      return ['axis', 'tool']
    case 'sensor':
    case 'button':
    case 'switch':
      return ['axis', 'heat', 'flow', 'tool', 'sense']
    case 'thermostat':
    case 'thermal-cut-out':
      return ['heat', 'air', 'axis']
    case 'relay':
    case 'solid-state-relay':
    case 'contactor':
    case 'mosfet-module':
      return ['axis', 'heat', 'air', 'light', 'flow', 'tool', 'other']
    default:
      return []
  }
}

/** What a name says of a thing whose part does not say what it does. */
const BY_NAME: readonly (readonly [RegExp, RoleKind])[] = [
  [/spindle|router|laser|cutter|saw|drill/i, 'tool'],
  [/pump|valve/i, 'flow'],
  [/motor|wheel|lift|winch/i, 'axis'],
]

function kindFor(own: RoleKind, name: string): RoleKind {
  const named = BY_NAME.find(([words]) => words.test(name))?.[1]
  return named !== undefined && (own === 'other' || (own === 'axis' && named === 'tool')) ? named : own
}

const title = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** "Axis X", "Axis Z left 2", or as the thing is called that fills it. */
function nameOf(kind: RoleKind, { axis, side, number }: Facets, given: string): string {
  if (kind !== 'axis' || axis.size !== 1) return given.trim().slice(0, 80)
  return ['Axis', title([...axis][0]!), ...side, ...number].join(' ')
}

function freeId(plan: Plan, taken: ReadonlySet<string>, name: string): RoleId {
  const slug =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'role'
  for (let n = 1; ; n += 1) {
    const id = `role:${slug}${n === 1 ? '' : `-${n}`}`
    if (!Object.hasOwn(plan.roles, id) && !taken.has(id)) return id as RoleId
  }
}

interface Known {
  readonly id: RoleId
  readonly kind: RoleKind
  readonly facets: Facets
}

/**
 * Roles for devices that serve none yet, by their names and by what watches what: never by a wire. What moves, heats, blows,
 * pumps or lights fills a role; drivers, sensors, switches and relays whose names mean the same one serve it too. Where a
 * name says not which, or two roles answer to it, nothing is proposed. Given again it proposes nothing.
 */
export function proposeRoles(plan: Plan, only?: ReadonlySet<DeviceId>): readonly Command[] {
  const commands: Command[] = []
  const taken = new Set<string>()
  const known: Known[] = Object.entries(plan.roles).map(([id, role]) => ({
    id: id as RoleId,
    kind: role!.kind,
    facets: facetsOf(role!.name, role!.kind),
  }))
  const all = (Object.entries(plan.devices) as [DeviceId, Device][]).filter(
    ([id, { origin, serves }]) =>
      origin !== 'remove' && (!only || only.has(id)) && serves.every(({ at }) => at !== null),
  )
  const served = new Map<DeviceId, RoleId>()
  for (const [id, { serves }] of Object.entries(plan.devices) as [DeviceId, Device][]) {
    const own = serves.find(({ at }) => at === null)
    if (own) served.set(id, own.role)
  }
  const serve = (device: DeviceId, role: RoleId, from: 'said' | 'name') => {
    served.set(device, role)
    commands.push({ type: 'serveRole', device, at: null, role, from })
  }

  for (const [id, { name, part }] of all) {
    const own = ownRoleKind(plan.parts[part]!)
    if (own === null) continue
    const kind = kindFor(own, name)
    const facets = facetsOf(name, kind)
    const alike = saysWhich(facets)
      ? known.filter(
          (role) => role.kind === kind && areAlike(role.facets, facets, true) && isSameSet(role.facets, facets),
        )
      : []
    // A thing that is only called what it is may be any: a person says which.
    if (!saysWhich(facets) && name === plan.parts[part]!.name) continue
    let role = alike[0]?.id
    if (role === undefined) {
      const label = nameOf(kind, facets, name)
      role = freeId(plan, taken, label)
      taken.add(role)
      known.push({ id: role, kind, facets: facetsOf(label, kind) })
      commands.push({ type: 'putRole', id: role, role: { name: label, kind } })
    }
    serve(id, role, 'name')
  }
  // Who says that a sensor watches a heater says what it is for.
  for (const [id, { watchedBy }] of Object.entries(plan.devices) as [DeviceId, Device][]) {
    const role = served.get(id)
    if (role !== undefined && watchedBy !== null && !served.has(watchedBy) && (!only || only.has(watchedBy)))
      serve(watchedBy, role, 'said')
  }
  for (const [id, { name, part }] of all) {
    if (served.has(id)) continue
    const kinds = servesBeside(plan.parts[part]!)
    const alike = known.filter(
      (role) => kinds.includes(role.kind) && areAlike(role.facets, facetsOf(name, role.kind), true),
    )
    // "X end stop" may mean both motors of X; which kind a bare "left" means nobody knows.
    if (alike.length === 1) serve(id, alike[0]!.id, 'name')
  }
  return commands
}

/** Z 1 and Z 2 are two roles, Z and Z 1 too: only what both names say alike is one. */
function isSameSet(one: Facets, other: Facets): boolean {
  return (['axis', 'words', 'side', 'number'] as const).every(
    (facet) => one[facet].size === other[facet].size && [...one[facet]].every((each) => other[facet].has(each)),
  )
}
