import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { DEMOS } from '@demo/scenarios'
import { apply, emptyPlan, type Command, type Part, type Plan } from '@/core/plan'
import { keptCommands, parsePlan } from '@/core/plan/schema'
import { liftPart } from './partOfFormat1'

const read = (document: unknown): Plan => {
  const parsed = parsePlan(document)
  if (parsed.kind === 'refused') throw new Error(JSON.stringify(parsed.issues.slice(0, 5)))
  return parsed.plan
}

/** As the first releases wrote it: nothing of what came later. */
const oldTerminal = (label: string, fn: string) => ({
  label,
  block: null,
  position: null,
  function: fn,
  direction: null,
  level_V: null,
  active: null,
  isolated: false,
  clamp: 'screw',
  clampSize_mm: null,
  torque_Nm: null,
  strip_mm: null,
  conductors: { min_mm2: 0.5, max_mm2: 4, count: 2 },
  polarised: false,
  rated_V: 300,
  rated_A: 20,
  need: 'optional',
  excludes: [],
})
const oldPart = (
  behaviour: object,
  labels: readonly string[],
  links: readonly object[],
  draws: readonly object[] = [],
) => ({
  name: 'Old part',
  note: '',
  body: { width_mm: 10, height_mm: 10, depth_mm: 10 },
  mounting: 'screws',
  orientations: 'any',
  clearance_mm: { top: 0, right: 0, bottom: 0, left: 0, front: 0 },
  mass_g: null,
  price: null,
  supplier: null,
  terminals: Object.fromEntries(labels.map((label) => [label, oldTerminal(label, 'any')])),
  links,
  draws,
  sockets: [],
  settings: [],
  behaviour,
  earths: null,
})
const oldContact = (id: string, a: string, b: string, rest: string, by: string) => ({
  id,
  kind: 'contact',
  a,
  b,
  rest,
  by,
  rated_A: 10,
  rated_V: 250,
})
const oldDevice = (tag: string, part: string) => ({
  tag,
  name: tag,
  part,
  place: { kind: 'unplaced', enclosure: null },
  origin: 'new',
  note: '',
  loads: {},
  fitted: {},
  settings: {},
  safeState: null,
  reserves: [],
  length_mm: null,
})

const PARTS = {
  'part:switch': oldPart({ kind: 'switch' }, ['1', '2'], [oldContact('P', '1', '2', 'open', 'hand')]),
  'part:residual': oldPart(
    { kind: 'residual-current-device' },
    ['1', '2', '3', '4'],
    [oldContact('P1', '1', '2', 'closed', 'hand'), oldContact('P2', '3', '4', 'closed', 'hand')],
  ),
  'part:stop': oldPart({ kind: 'emergency-stop' }, ['1', '2'], [oldContact('P', '1', '2', 'closed', 'hand')]),
  'part:relay': oldPart(
    { kind: 'relay', coilPlus: 'A1', coilMinus: 'A2', activeLow: true, hasDriver: true },
    ['A1', 'A2', 'C', 'NO', 'NC'],
    [oldContact('NO', 'C', 'NO', 'open', 'coil'), oldContact('NC', 'C', 'NC', 'closed', 'coil')],
  ),
  'part:solid': oldPart(
    {
      kind: 'solid-state-relay',
      controlPlus: 'C+',
      controlMinus: 'C-',
      controlMin_V: 4,
      controlMax_V: 32,
      load: 'ac',
      leakage_mA: null,
      zeroCross: true,
    },
    ['1', '2', 'C+', 'C-'],
    [{ id: 'T', kind: 'semiconductor', a: '1', b: '2', drop_V: 1.2, rated_A: 25 }],
  ),
  'part:plc': oldPart(
    { kind: 'board' },
    ['C', 'Q1', 'Q2', 'V+', 'V-'],
    [oldContact('Q1', 'C', 'Q1', 'open', 'coil'), oldContact('Q2', 'C', 'Q2', 'open', 'coil')],
    [
      {
        id: 'logic',
        name: 'Logic',
        plus: 'V+',
        minus: 'V-',
        nominal_V: 24,
        model: 'constant-power',
        power_W: 4,
        current_A: null,
        powerFactor: 1,
        minimum_V: 18,
        startFactor: 1,
      },
    ],
  ),
}
const old = () => ({
  ...(JSON.parse(JSON.stringify(emptyPlan('Old', 'IEC'))) as object),
  version: 1,
  parts: PARTS,
  devices: Object.fromEntries(
    Object.keys(PARTS).map((id) => [`device:${id.slice(5)}`, oldDevice(id.slice(5).toUpperCase(), id)]),
  ),
  states: {
    'state:full': {
      name: 'Full work',
      sources: { mains: true, usb: false },
      startUp: false,
      withReserves: false,
      defaultShare: 1,
      shares: {},
      positions: { 'device:plc': 'rest', 'device:stop': 'operated', 'device:switch': 'operated' },
    },
  },
})
const part = (plan: Plan, id: string): Part => plan.parts[id as keyof Plan['parts']]!

describe('plans of format 1', () => {
  it.each(Object.keys(DEMOS))('%s, as the earlier release shipped it, is the plan as format 2 first had it', (key) => {
    const file = (format: string) =>
      JSON.parse(readFileSync(join(process.cwd(), 'tests', 'plans', format, `${key}.json`), 'utf8')) as unknown
    expect(read(file('format1'))).toEqual(read(file('format2')))
  })

  it.each(Object.keys(DEMOS))('%s, as format 2 had it, comes now with all it has', (key) => {
    const file = JSON.parse(
      readFileSync(join(process.cwd(), 'tests', 'plans', 'format2', `${key}.json`), 'utf8'),
    ) as Readonly<Record<string, object>>
    const plan = read(file)
    expect(plan.version).toBe(3)
    expect(Object.keys(plan.devices)).toEqual(Object.keys(file.devices!))
    expect(Object.values(plan.devices).every((device) => device!.comes === 'now')).toBe(true)
  })

  it('what closes a contact in service is what closed it before: switches on, stops and residual devices at rest', () => {
    const plan = read(old())
    const service = (id: string) => part(plan, id).actuators.map(({ by, service: stands }) => `${by} ${stands}`)
    expect(service('part:switch')).toEqual(['hand operated'])
    expect(service('part:residual')).toEqual(['hand rest'])
    expect(service('part:stop')).toEqual(['hand rest'])
    expect(service('part:relay')).toEqual(['coil operated'])
    expect(service('part:plc')).toEqual(['firmware operated', 'firmware operated'])
  })

  it('a change-over contact is two links of one coil, never both closed', () => {
    const { actuators, links, behaviour } = part(read(old()), 'part:relay')
    expect(actuators[0]!.coil).toMatchObject({
      plus: 'A1',
      minus: 'A2',
      activeLow: true,
      hasDriver: true,
      hasFlyback: null,
    })
    const closed = links.map((link) => (link.kind === 'contact' ? link.closedIn : []))
    expect(closed).toEqual([['operated'], ['rest']])
    expect(behaviour).toEqual({ kind: 'relay' })
  })

  it('the volts of a control input come along, and so do those of a load', () => {
    const plan = read(old())
    expect(part(plan, 'part:solid').actuators[0]!.coil).toMatchObject({
      plus: 'C+',
      minus: 'C-',
      pickUp_V: 4,
      max_V: 32,
    })
    expect(part(plan, 'part:plc').draws[0]).toMatchObject({ min_V: 18, max_V: null })
  })

  it('a device held in a state is each of its movers held', () =>
    expect(read(old()).states['state:full' as never]).toMatchObject({
      sources: { mains: true, usb: false, battery: true },
      positions: {
        'device:plc': { Q1: 'rest', Q2: 'rest' },
        'device:stop': { hand: 'operated' },
        'device:switch': { hand: 'operated' },
      },
    }))

  it('what may be unknown is null, never absent', () => {
    const device = read(old()).devices['device:switch' as never] as unknown as Record<string, unknown>
    for (const key of ['hasCover', 'blows', 'screw_mm', 'operationsPerDay', 'commandedBy', 'watchedBy'])
      expect(device[key], key).toBeNull()
  })

  it('a part already lifted stays as it is', () => {
    const once = liftPart(PARTS['part:relay'])
    expect(liftPart(once)).toMatchObject({ links: (once as { links: unknown }).links })
  })
})

describe('commands that an older release queued', () => {
  const kept = (...commands: readonly unknown[]): Command[] => keptCommands.parse(commands) as Command[]
  const after = (...commands: readonly unknown[]): Plan => {
    const outcome = apply(read(old()), kept(...commands))
    if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
    return outcome.plan
  }

  it('bring their parts in today’s form', () => {
    const plan = after({ type: 'putPart', id: 'part:other', part: PARTS['part:relay'] })
    expect(part(plan, 'part:other').actuators).toHaveLength(1)
    const added = after({
      type: 'addDevice',
      id: 'device:fresh',
      device: oldDevice('NEW1', 'part:fresh'),
      part: { id: 'part:fresh', part: PARTS['part:solid'] },
    })
    expect(part(added, 'part:fresh').actuators[0]!.coil!.max_V).toBe(32)
  })

  it('hold a device by all of its movers', () => {
    const state = { state: 'state:full', device: 'device:plc' }
    const held = (plan: Plan) => plan.states['state:full' as never]!.positions as Record<string, unknown>
    expect(held(after({ type: 'setPosition', ...state, position: 'operated' }))['device:plc']).toEqual({
      Q1: 'operated',
      Q2: 'operated',
    })
    expect(held(after({ type: 'setPosition', ...state, position: null }))['device:plc']).toBeUndefined()
    expect(
      held(after({ type: 'updateState', id: 'state:full', changes: { positions: { 'device:plc': 'operated' } } })),
    ).toEqual({ 'device:plc': { Q1: 'operated', Q2: 'operated' } })
  })

  it('change only the fields they name', () => {
    const covered = after({ type: 'updateDevice', id: 'device:stop', changes: { hasCover: true } })
    const noted = apply(covered, kept({ type: 'updateDevice', id: 'device:stop', changes: { note: 'red' } }))
    expect(noted.kind === 'applied' && noted.plan.devices['device:stop' as never]).toMatchObject({
      hasCover: true,
      note: 'red',
    })
  })
})

describe('movers and plugs of format 2', () => {
  const faults = (spoil: (plan: Record<string, any>) => void) => {
    const document = JSON.parse(JSON.stringify(read(old()))) as Record<string, any>
    spoil(document)
    const parsed = parsePlan(document)
    return parsed.kind === 'refused' ? parsed.issues.map(({ path }) => path) : []
  }
  it.each([
    [
      'a contact moved by nothing',
      (plan: Record<string, any>) => (plan.parts['part:switch'].links[0].actuator = 'foot'),
      'parts.part:switch.links.0.actuator',
    ],
    [
      'a position that its mover has not',
      (plan: Record<string, any>) => (plan.parts['part:switch'].links[0].closedIn = ['up']),
      'parts.part:switch.links.0.closedIn.0',
    ],
    [
      'a service position that it has not',
      (plan: Record<string, any>) => (plan.parts['part:switch'].actuators[0].service = 'up'),
      'parts.part:switch.actuators.0.service',
    ],
    [
      'a coil on a terminal that is not there',
      (plan: Record<string, any>) => (plan.parts['part:relay'].actuators[0].coil.plus = 'A9'),
      'parts.part:relay.actuators.0.coil.plus',
    ],
    [
      'a state that holds it where it cannot stand',
      (plan: Record<string, any>) => (plan.states['state:full'].positions['device:plc'].Q1 = 'half'),
      'states.state:full.positions.device:plc.Q1',
    ],
    [
      'a plug on a connector that is not there',
      (plan: Record<string, any>) =>
        (plan.cables['cable:c'] = {
          name: 'C',
          od_mm: null,
          premade: true,
          length_mm: null,
          printed: null,
          flexClass: 'fixed',
          shielded: false,
          origin: 'new',
          ends: { a: { kind: 'plug', mates: { device: 'device:plc', connector: 'J1' } }, b: { kind: 'bare' } },
        }),
      'cables.cable:c.ends.a.mates.connector',
    ],
    [
      'a load watched by nothing',
      (plan: Record<string, any>) => (plan.devices['device:stop'].watchedBy = 'device:none'),
      'devices.device:stop.watchedBy',
    ],
  ])('refuses %s', (_what, spoil, path) => expect(faults(spoil)).toContain(path))
})
