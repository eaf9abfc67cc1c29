import { landingOf, type Device, type DeviceId, type EnclosureId, type Plan, type WireId } from '@/core/plan'
import type { Reckoning } from '@/core/figures'
import type { Act } from '../types'

/** What is done in one go: what stands in the first word of a key says of which kind the group is. */
export type GroupKind =
  | 'take-out'
  | 'fuses'
  | 'setting'
  | 'holes'
  | 'mount'
  | 'covers'
  | 'earth'
  | 'mains'
  | 'rail'
  | 'signals'
  | 'moving'
  | 'ways'
  | 'outside-ways'
  | 'moving-ways'
  | 'earth-check'
  | 'guess'
  | 'rail-check'
  | 'outlets'
  | 'switched'
  | 'sources'
  | 'loads'
  | 'exits'
  | 'rails-apart'
  | 'poles'
  | 'bonds'
  | 'mains-leads'
  | 'insulation'
  | 'diodes'
  | 'coils'
  | 'commons'
  | 'contacts'
  | 'pins'
  | 'settings-seen'
  | 'inputs'
  | 'outputs'
  | 'motors'
  | 'heat'
  | 'stops'
  | 'alone'

export const kindOfKey = (key: string) => key.split('|')[0] as GroupKind

/** Of what has no place yet nobody knows whether it stands in a box. */
export const SOMEWHERE = 'somewhere'

/** Where a device stands: a box, nowhere known, or outside all of them (null). */
function boxOf(plan: Plan, id: DeviceId): EnclosureId | typeof SOMEWHERE | null {
  const place = (plan.devices[id] as Device).place
  switch (place.kind) {
    case 'face':
      return place.enclosure
    case 'unplaced':
      return place.enclosure ?? SOMEWHERE
    case 'socket':
    case 'on':
      return boxOf(plan, place.device)
    default:
      return null
  }
}

/** The devices at both ends of a wire. */
export function devicesOfWire(plan: Plan, id: WireId): readonly DeviceId[] {
  const wire = plan.wires[id]
  return wire ? [wire.from, wire.to].flatMap((end) => landingOf(plan, end)?.device ?? []) : []
}

/** Groups acts by what one does together: a kind, a place, a potential, the same pair of parts. */
export function groupKeys(plan: Plan, reckoning: Reckoning): (act: Act) => string {
  const railOf = new Map<WireId, string>()
  for (const rail of reckoning.rails)
    if (rail.kind === 'dc')
      for (const branch of rail.branches)
        for (const wire of branch.inputs.flatMap(({ wires }) => wires))
          if (!railOf.has(wire)) railOf.set(wire, rail.source)
  // A return goes with the feed of what it comes from; a joint of returns with the supply that it belongs to.
  const railOfDevice = new Map<DeviceId, string>()
  for (const [wire, source] of railOf)
    for (const id of devicesOfWire(plan, wire)) if (!railOfDevice.has(id)) railOfDevice.set(id, source)
  for (const id of Object.keys(plan.wires) as WireId[]) {
    if (railOf.has(id) || plan.wires[id]!.function !== 'V-') continue
    const source = devicesOfWire(plan, id).flatMap((device) => railOfDevice.get(device) ?? [])[0]
    if (source !== undefined) railOf.set(id, source)
  }
  const boxesOf = (devices: readonly DeviceId[]) => {
    const all = [...new Set(devices.map((id) => boxOf(plan, id)))]
    // What has no place yet is taken to be where the other end is.
    const known = all.filter((box) => box !== SOMEWHERE)
    if (known.length === 0) return SOMEWHERE
    return known.length === 1 && known[0] !== null ? known[0]! : `outside ${known.find((box) => box !== null) ?? ''}`
  }
  const partsOf = (devices: readonly DeviceId[]) => [...devices.map((id) => plan.devices[id]!.part)].sort().join('+')
  const wireKey = (act: Act, id: WireId): string => {
    const devices = devicesOfWire(plan, id)
    const where = boxesOf(devices)
    switch (act.phase) {
      case 'earth':
      case 'mains':
        return `${act.phase}|${where}`
      case 'dc':
        return `rail|${railOf.get(id) ?? 'none'}|${where}`
      case 'moving':
        return `moving|${where}`
      default:
        return `signals|${where}|${partsOf(devices)}`
    }
  }
  return (act) => {
    const [kind, rest = ''] = split(act.id)
    if (kind === 'out') return `take-out|${act.id}`
    if (kind === 'fit') return `fuses|${plan.devices[act.device!]!.origin === 'there'}`
    if (kind === 'set') return settingKey(plan, act.device!, rest.slice(rest.lastIndexOf('/') + 1))
    if (kind === 'holes') return `holes|${rest.slice(0, rest.indexOf('/'))}`
    if (kind === 'mount') return mountKey(plan, act.device!)
    if (kind === 'wire') return wireKey(act, act.wire!)
    if (kind === 'cable') return cableKey(plan, act, rest, boxesOf, partsOf)
    if (kind === 'way') return wayKey(plan, rest)
    if (act.id.startsWith('check:earth/')) return 'earth-check'
    if (act.id.startsWith('check:guess/')) return 'guess'
    if (act.id.startsWith('check:rail/')) return 'rail-check'
    for (const [start, key] of TEST_KEYS) if (act.id.startsWith(start)) return key
    if (act.id.startsWith('power:outlet/')) return 'outlets'
    if (act.id.startsWith('power:switched/')) return 'switched'
    if (act.id.startsWith('power:device:')) return 'sources'
    // A load, then its rail in three words, then what of the load is meant.
    if (act.id.startsWith('power:load/')) return `loads|${act.id.split('/').slice(2, 5).join('/')}`
    return `alone|${act.id}`
  }
}

const TEST_KEYS = [
  ['check:rails/', 'rails-apart'],
  ['check:plus/', 'poles'],
  ['check:minus/', 'poles'],
  ['check:minus-earth/', 'bonds'],
  ['check:bond/', 'bonds'],
  ['check:line/', 'mains-leads'],
  ['check:neutral/', 'mains-leads'],
  ['check:switched/', 'mains-leads'],
  ['check:insulation', 'insulation'],
  ['check:diode/', 'diodes'],
  ['check:chain/', 'commons'],
  ['power:exit/', 'exits'],
  ['check:coil/', 'coils'],
  ['check:common/', 'commons'],
  ['check:contact/', 'contacts'],
  ['check:pins/', 'pins'],
  ['check:setting/', 'settings-seen'],
  ['truth:input/', 'inputs'],
  ['truth:output/', 'outputs'],
  ['truth:motor/', 'motors'],
  ['heat:', 'heat'],
  ['stop:', 'stops'],
] as const satisfies readonly (readonly [string, GroupKind])[]

/** "wire:wire:w1" in its kind and what it is about. */
function split(id: string): readonly [string, string] {
  const at = id.indexOf(':')
  return [id.slice(0, at), id.slice(at + 1)]
}

/** The same setting of like parts is set in one go. */
function settingKey(plan: Plan, device: DeviceId, setting: string): string {
  const { part } = plan.devices[device]!
  const own = plan.parts[part]!.settings.find(({ id }) => id === setting)
  return `setting|${own?.beforeMounting ?? false}|${own?.kind ?? ''}|${own?.name ?? setting}`
}

function mountKey(plan: Plan, device: DeviceId): string {
  const { place } = plan.devices[device]!
  switch (place.kind) {
    case 'face': {
      const isPlate = plan.enclosures[place.enclosure]?.faces[place.face]?.kind === 'plate'
      return `mount|${place.enclosure}|${isPlate ? place.face : 'walls'}`
    }
    case 'socket':
    case 'on':
      return `mount|${boxOf(plan, device) ?? ''}|plugged`
    case 'unplaced':
      return `mount|${place.enclosure ?? ''}|somewhere`
    default:
      return 'mount||loose'
  }
}

function cableKey(
  plan: Plan,
  act: Act,
  id: string,
  boxesOf: (devices: readonly DeviceId[]) => string,
  partsOf: (devices: readonly DeviceId[]) => string,
): string {
  const cable = plan.cables[id as keyof Plan['cables']]
  const devices = cable ? [cable.ends.a.mates, cable.ends.b.mates].flatMap((mate) => mate?.device ?? []) : []
  if (act.phase === 'moving') return `moving|${boxesOf(devices)}`
  return `signals|${boxesOf(devices)}|${act.phase === 'mains' ? 'mains' : partsOf(devices)}`
}

const MOVING: ReadonlySet<string> = new Set(['chain', 'loop', 'hinge-loop'])

function wayKey(plan: Plan, id: string): string {
  const raceway = plan.raceways[id as keyof Plan['raceways']]
  if (!raceway) return `alone|${id}`
  if (MOVING.has(raceway.kind)) return 'moving-ways'
  return raceway.enclosure !== null && raceway.ends === null ? `ways|${raceway.enclosure}` : 'outside-ways'
}
