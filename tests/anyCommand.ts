import { CATALOGUE, cataloguePart, newDevice } from '@/core/catalogue'
import { type CommandType, type DeviceId, type EnclosureId, type FaceId, type Plan, newWire } from '@/core/plan'
import { makeFace } from '@/core/plan/schema'

const json = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** A command of every kind, made from numbers: some fit the plan, some do not. */
export function commandFor(type: CommandType, plan: Plan, numbers: readonly number[]): unknown {
  let next = 0
  const pick = <T>(list: readonly T[]): T | undefined =>
    list[numbers[next++ % numbers.length]! % Math.max(1, list.length)]
  const device = () => pick(Object.keys(plan.devices)) ?? 'device:none'
  const terminalOf = (id: string) =>
    pick(Object.keys(plan.parts[plan.devices[id as DeviceId]?.part ?? ('' as never)]?.terminals ?? { X: 0 })) ?? 'X'
  const end = () => {
    const id = device()
    return { kind: 'terminal', device: id, terminal: terminalOf(id) }
  }
  const fresh = `n${numbers[7]}`
  const part = pick(Object.keys(CATALOGUE))!
  const box = pick(Object.keys(plan.enclosures)) ?? 'enclosure:none'
  const faces = plan.enclosures[box as EnclosureId]?.faces ?? {}
  const face = pick(Object.keys(faces)) ?? 'face:none'
  const onFace = { enclosure: box, face }
  const data = faces[face as FaceId]
  const at = { x_mm: numbers[2]! % 300, y_mm: numbers[3]! % 300 }
  const things = (['openings', 'rails'] as const).flatMap((kind) =>
    Object.entries(plan.enclosures).flatMap(([enclosure, each]) =>
      Object.entries(each!.faces).flatMap(([key, { [kind]: list }]) =>
        (list ?? []).map(({ id }) => ({ kind, enclosure, face: key, id })),
      ),
    ),
  )
  const thingOn = (kind: 'openings' | 'rails', name: string) => {
    const found = pick(things.filter((thing) => thing.kind === kind))
    return { enclosure: found?.enclosure ?? box, face: found?.face ?? face, [name]: found?.id ?? 'none' }
  }
  const state = pick(Object.keys(plan.states)) ?? 'state:none'
  const wire = pick(Object.keys(plan.wires)) ?? 'wire:none'
  const role = pick(Object.keys(plan.roles)) ?? 'role:none'
  switch (type) {
    case 'putRole':
      return { type, id: pick([role, `role:${fresh}`]), role: { name: `Axis ${fresh}`, kind: pick(['axis', 'heat']) } }
    case 'removeRole':
      return { type, id: role }
    case 'serveRole':
      return { type, device: device(), at: pick([null, 'AXIS 1']), role: pick([null, role]), from: 'said' }
    case 'rename':
      return { type, name: `Plan ${fresh}` }
    case 'setSite':
      return { type, changes: { ambient_C: numbers[0]! % 60 } }
    case 'setPractice':
      return { type, changes: { grouped: 1 + (numbers[0]! % 9) } }
    case 'setColour':
      return { type, function: pick(['L', 'V+', 'signal'] as const), colour: { base: 'orange', stripe: null } }
    case 'addEnclosure':
      return {
        type,
        id: `enclosure:${fresh}`,
        enclosure: {
          name: 'Box',
          kind: 'box',
          inner: { width_mm: 1, height_mm: 2, depth_mm: 3 },
          wall: { material: 'plastic', thickness_mm: 3 },
          sealed: false,
          origin: 'new',
          faces: {},
        },
      }
    case 'updateEnclosure':
      return { type, id: pick(Object.keys(plan.enclosures)) ?? 'enclosure:none', changes: { sealed: true } }
    case 'removeEnclosure':
      return { type, id: pick(Object.keys(plan.enclosures)) ?? 'enclosure:none' }
    case 'addFace':
      return {
        type,
        enclosure: box,
        face: `face:${fresh}`,
        data: makeFace({ name: 'Shelf', kind: 'plate', width_mm: 100, height_mm: 80 }),
      }
    case 'updateFace':
      return { type, ...onFace, changes: { width_mm: 100 + numbers[2]! } }
    case 'removeFace':
      return { type, ...onFace }
    case 'putOpening':
      return {
        type,
        ...onFace,
        opening: {
          id: pick([fresh, data?.openings?.[0]?.id ?? fresh]),
          name: 'Hole',
          shape: { kind: 'round', diameter_mm: 8 },
          ...at,
          origin: 'new',
          use: 'spare',
          device: null,
        },
      }
    case 'moveOpening':
      return { type, ...thingOn('openings', 'opening'), ...at }
    case 'removeOpening':
      return { type, ...thingOn('openings', 'opening') }
    case 'putRail':
      return {
        type,
        ...onFace,
        rail: { id: pick([fresh, data?.rails?.[0]?.id ?? fresh]), ...at, length_mm: 200, axis: 'across' },
      }
    case 'moveRail':
      return { type, ...thingOn('rails', 'rail'), ...at }
    case 'removeRail':
      return { type, ...thingOn('rails', 'rail') }
    case 'addReserve':
      return { type, device: device(), reserve: { name: 'Later', power_W: numbers[1]! } }
    case 'setReserve':
      return {
        type,
        device:
          pick(Object.keys(plan.devices).filter((id) => plan.devices[id as DeviceId]!.reserves.length > 0)) ?? device(),
        at: 0,
        reserve: pick([null, { name: 'Other', power_W: 1 }]),
      }
    case 'setShare':
      return { type, state, device: device(), share: pick([null, 0.25, 1]) }
    case 'setPosition':
      return { type, state, device: device(), actuator: null, position: pick([null, 'rest', 'operated']) }
    case 'putPart':
      return { type, id: part, part: CATALOGUE[part as never] }
    case 'removePart':
      return { type, id: pick(Object.keys(plan.parts)) ?? 'part:none' }
    case 'addDevice':
      return {
        type,
        id: `device:${fresh}`,
        device: newDevice(part as never, `T${fresh}`, 'Thing'),
        part: cataloguePart(part),
      }
    case 'updateDevice':
      return { type, id: device(), changes: { tag: pick(['PS1', `Z${fresh}`])! } }
    case 'moveDevice':
      return { type, id: device(), place: { kind: 'socket', device: device(), socket: 's' } }
    case 'setLoad':
      return {
        type,
        device: device(),
        draw: pick(['load', 'logic', 'motor'])!,
        load: pick([null, { power_W: numbers[1]! }, { current_A: 1 }])!,
      }
    case 'fitRating':
      return {
        type,
        device:
          pick(
            Object.keys(plan.devices).filter((id) =>
              plan.parts[plan.devices[id as DeviceId]!.part]!.links.some(({ id: link }) => /^F1?$/.test(link)),
            ),
          ) ?? device(),
        link: pick(['F', 'F1', 'F9'])!,
        fitted: { family: 'ISO 8820-3', rating_A: 5 },
      }
    case 'setSetting':
      return {
        type,
        device:
          pick(
            Object.keys(plan.devices).filter((id) =>
              plan.parts[plan.devices[id as DeviceId]!.part]!.settings.some(({ id: setting }) => setting === 'mains'),
            ),
          ) ?? device(),
        setting: 'mains',
        value: pick(['115 V', '230 V', '7 V'])!,
      }
    case 'replacePart':
      return { type, device: device(), part: cataloguePart(part), terminals: {} }
    case 'removeDevice':
      return { type, id: device() }
    case 'connect':
      return {
        type,
        id: `wire:${fresh}`,
        wire: newWire(end() as never, end() as never, pick(['L', 'V+', 'signal'] as const)!, 'W'),
      }
    case 'updateWire':
      return { type, id: wire, changes: { size: pick([null, '1 mm²', '16 AWG'])! } }
    case 'moveEnd':
      return { type, wire, side: pick(['from', 'to'])!, end: end() }
    case 'disconnect':
      return { type, id: wire }
    case 'addCable':
      return {
        type,
        id: `cable:${fresh}`,
        cable: {
          name: 'Lead',
          od_mm: 6,
          premade: true,
          length_mm: 1200,
          printed: null,
          flexClass: 'fixed',
          shielded: false,
          origin: 'there',
        },
      }
    case 'updateCable':
      return { type, id: pick(Object.keys(plan.cables)) ?? 'cable:none', changes: { premade: false } }
    case 'removeCable':
      return { type, id: pick(Object.keys(plan.cables)) ?? 'cable:none' }
    case 'addRaceway':
      return {
        type,
        id: `raceway:${fresh}`,
        raceway: {
          name: 'Duct',
          kind: 'duct',
          enclosure: null,
          width_mm: 40,
          height_mm: 40,
          length_mm: 300,
          fillLimit_percent: 60,
          bendRadius_mm: null,
          travel_mm: null,
          joins: [],
          origin: 'new',
        },
      }
    case 'updateRaceway':
      return { type, id: pick(Object.keys(plan.raceways)) ?? 'raceway:none', changes: { width_mm: 10 } }
    case 'removeRaceway':
      return { type, id: pick(Object.keys(plan.raceways)) ?? 'raceway:none' }
    case 'addState':
      return {
        type,
        id: `state:${fresh}`,
        state: {
          ...json(
            Object.values(plan.states)[0] ?? {
              name: 'Full work',
              sources: { mains: true, usb: false },
              startUp: false,
              withReserves: false,
              defaultShare: 1,
              shares: {},
              positions: {},
            },
          ),
          shares: { [device()]: 0.5 },
        },
      }
    case 'updateState':
      return { type, id: state, changes: { defaultShare: 0.3 } }
    case 'removeState':
      return { type, id: state }
  }
}
