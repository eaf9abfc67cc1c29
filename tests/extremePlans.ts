import { CATALOGUE, cataloguePart, newDevice } from '@/core/catalogue'
import { startingPattern } from '@/core/patterns'
import {
  emptyPlan,
  PLAN_LIMITS,
  WIRES_TIMES_STATES,
  type Device,
  type Enclosure,
  type Plan,
  type Raceway,
  type Wire,
  newWire,
} from '@/core/plan'
import { plan as planSchema } from '@/core/plan/schema'

/** Plans at the bounds of the schema, each of a shape that once took long: none may take more than a person waits. */
type Mutable<T> = { -readonly [K in keyof T]: T[K] extends string | number | boolean | null ? T[K] : Mutable<T[K]> }
type Loose = Mutable<Plan> & {
  devices: Record<string, Device>
  wires: Record<string, Wire>
  raceways: Record<string, Raceway>
  enclosures: Record<string, Enclosure>
  parts: Record<string, Plan['parts'][never]>
}

const start = (name: string) => structuredClone(emptyPlan(name, 'IEC')) as unknown as Loose

/** As the schema reads it: what is left out is null. */
const asRead = (plan: Loose) => planSchema.parse(plan) as Plan

function withBox(plan: Loose, size_mm = 400): void {
  const face = (name: string, kind: 'plate' | 'door', side: 'back' | 'front') => ({
    name,
    kind,
    side,
    width_mm: size_mm,
    height_mm: size_mm,
  })
  plan.enclosures['enclosure:a'] = {
    name: 'Box',
    kind: 'box',
    inner: { width_mm: size_mm, height_mm: size_mm, depth_mm: 200 },
    wall: { material: 'painted-steel', thickness_mm: 1.5 },
    sealed: false,
    origin: 'new',
    faces: { 'face:plate': face('Plate', 'plate', 'back'), 'face:door': face('Door', 'door', 'front') },
  } as unknown as Enclosure
}

function onPlate(plan: Loose, id: string, part: string, x_mm: number, y_mm: number): void {
  const { id: partId, part: data } = cataloguePart(part)
  plan.parts[partId] = data as never
  plan.devices[`device:${id}`] = {
    ...newDevice(part as never, `D${id}`, 'Thing'),
    place: { kind: 'face', enclosure: 'enclosure:a', face: 'face:plate', x_mm, y_mm, rotation_deg: 0 },
  } as unknown as Device
}

const partWith = (kind: string) => Object.entries(CATALOGUE).find(([, part]) => part.behaviour.kind === kind)![0]
const count = (n: number) => Array.from({ length: n }, (_, i) => i)

function devicesOnOneSpot(n: number): Plan {
  const plan = start('One spot')
  withBox(plan)
  for (const i of count(n)) onPlate(plan, `d${i}`, partWith('supply'), 200, 200)
  return asRead(plan)
}

function manyOpenings(n: number): Plan {
  const plan = start('Sieve')
  withBox(plan, 2000)
  const box = plan.enclosures['enclosure:a'] as unknown as { faces: Record<string, unknown> }
  const opening = (i: number) => ({
    id: `o${i}`,
    name: 'Hole',
    shape: { kind: 'round', diameter_mm: 8 },
    x_mm: 10 + (i % 20) * 4,
    y_mm: 10 + Math.floor(i / 20) * 4,
    origin: 'new',
    use: 'spare',
    device: null,
  })
  for (const face of count(Math.ceil(n / 400)))
    box.faces[`face:w${face}`] = {
      name: `Wall ${face}`,
      kind: 'wall',
      width_mm: 2000,
      height_mm: 2000,
      openings: count(Math.min(400, n - 400 * face)).map(opening),
    }
  return asRead(plan)
}

function ringOfRaceways(n: number): Plan {
  const plan = start('Ring')
  withBox(plan)
  for (const i of count(n)) {
    plan.raceways[`raceway:r${i}`] = {
      name: `Duct ${i}`,
      kind: 'duct',
      enclosure: 'enclosure:a',
      width_mm: 30,
      height_mm: 40,
      length_mm: 200,
      fillLimit_percent: 60,
      bendRadius_mm: null,
      travel_mm: null,
      joins: [`raceway:r${(i + 1) % n}`],
      origin: 'new',
      at: { face: 'face:plate', x_mm: 100, y_mm: 100, axis: 'across' },
    } as unknown as Raceway
  }
  return asRead(plan)
}

/** Sockets of one host, a module plugged onto a module plugged onto a module … */
function towerOfModules(n: number): Plan {
  const plan = start('Tower')
  const tower = {
    ...structuredClone(CATALOGUE[partWith('board') as never] as object),
    sockets: [{ id: 's', key: 'k', mates: [], free: [] }],
    plugsInto: 'k',
  }
  plan.parts['part:tower'] = tower as never
  for (const i of count(n)) {
    const place =
      i === 0 ? { kind: 'unplaced', enclosure: null } : { kind: 'socket', device: `device:t${i - 1}`, socket: 's' }
    plan.devices[`device:t${i}`] = {
      ...newDevice('part:tower' as never, `T${i}`, 'Module'),
      part: 'part:tower',
      place,
    } as unknown as Device
  }
  return asRead(plan)
}

/** One supply, all its wires from one terminal pair to boards, in every state. */
function starOfWires(devices: number, wires: number, states: number): Plan {
  const plan = structuredClone(startingPattern('printer', 'IEC')) as unknown as Loose
  const [supplyId] = Object.entries(plan.devices).find(
    ([, device]) => (plan.parts as Plan['parts'])[device.part]!.behaviour.kind === 'supply',
  )!
  const part = partWith('fan')
  const { id, part: data } = cataloguePart(part)
  plan.parts[id] = data as never
  for (const i of count(devices - Object.keys(plan.devices).length))
    plan.devices[`device:fan${i}`] = newDevice(part as never, `FX${i}`, 'Fan') as unknown as Device
  const fans = Object.keys(plan.devices).filter((key) => key.startsWith('device:fan'))
  const supply = (plan.parts as Plan['parts'])[plan.devices[supplyId]!.part]!
  const terminals = Object.entries(supply.terminals).filter(
    ([, terminal]) => terminal!.function === 'V+' || terminal!.function === 'V-',
  )
  const [plus, minus] = [
    terminals.find(([, t]) => t!.function === 'V+')![0],
    terminals.find(([, t]) => t!.function === 'V-')![0],
  ]
  const fanPart = (plan.parts as Plan['parts'])[id]!
  const draw = fanPart.draws[0]!
  for (const i of count(wires - Object.keys(plan.wires).length)) {
    const fan = fans[Math.floor(i / 2) % fans.length]!
    const isPlus = i % 2 === 0
    plan.wires[`wire:n${i}`] = newWire(
      { kind: 'terminal', device: supplyId, terminal: isPlus ? plus : minus } as never,
      { kind: 'terminal', device: fan, terminal: isPlus ? draw.plus : draw.minus } as never,
      isPlus ? 'V+' : 'V-',
      `N${i}`,
    ) as never
  }
  const [first] = Object.values(plan.states)
  for (const i of count(states - Object.keys(plan.states).length))
    (plan.states as Record<string, unknown>)[`state:s${i}`] = {
      ...first!,
      name: `State ${i}`,
      defaultShare: (i % 10) / 10,
    }
  return asRead(plan)
}

/** A chain of wires from device to device, so that every ampere passes all of them. */
function chainOfWires(devices: number): Plan {
  const plan = starOfWires(devices, 0, 2) as unknown as Loose
  const fans = Object.keys(plan.devices).filter((key) => key.startsWith('device:fan'))
  const part = (plan.parts as Plan['parts'])[plan.devices[fans[0]!]!.part]!
  const draw = part.draws[0]!
  for (const i of count(fans.length - 1)) {
    for (const [key, terminal, role] of [
      ['p', draw.plus, 'V+'],
      ['m', draw.minus, 'V-'],
    ] as const) {
      const end = (device: string) => ({ kind: 'terminal', device, terminal }) as never
      plan.wires[`wire:${key}${i}`] = newWire(end(fans[i]!), end(fans[i + 1]!), role, `${key}${i}`) as never
    }
  }
  return asRead(plan)
}

export const EXTREMES: readonly (readonly [string, () => Plan])[] = [
  ['all devices on one spot', () => devicesOnOneSpot(PLAN_LIMITS.devices)],
  ['1,600 openings', () => manyOpenings(1600)],
  ['all openings that faces take', () => manyOpenings(8000)],
  ['all raceways in a ring on one spot', () => ringOfRaceways(PLAN_LIMITS.raceways)],
  ['a tower of modules', () => towerOfModules(PLAN_LIMITS.devices)],
  [
    'a star of all wires in as many states as they may have',
    () => starOfWires(PLAN_LIMITS.devices, PLAN_LIMITS.wires, Math.floor(WIRES_TIMES_STATES / PLAN_LIMITS.wires)),
  ],
  [
    'a star of fewer wires in as many states',
    () => starOfWires(PLAN_LIMITS.devices, Math.floor(WIRES_TIMES_STATES / PLAN_LIMITS.states), PLAN_LIMITS.states),
  ],
  ['a chain of all wires', () => chainOfWires(Math.min(PLAN_LIMITS.devices, Math.floor(PLAN_LIMITS.wires / 2) - 30))],
]
