import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { startingPattern } from '@/core/patterns'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { seedlingArm } from '@demo/scenarios/seedlingArm'
import { shadowStage } from '@demo/scenarios/shadowStage'
import { commandFor } from '../../../tests/anyCommand'
import {
  apply,
  proposeRoles,
  DEFAULT_PRACTICE,
  emptyPlan,
  migrate,
  MIGRATIONS,
  PLAN_VERSION,
  PRACTICE_REASONS,
  replay,
  type Command,
  type DeviceId,
  type EnclosureId,
  type FaceId,
  type Plan,
  type TerminalId,
  type WireId,
} from '.'
import { command, COMMAND_TYPES, parsePlan } from './schema'

const json = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const issues = (document: unknown) => {
  const parsed = parsePlan(document)
  return parsed.kind === 'refused' ? parsed.issues : []
}

describe('parsePlan', () => {
  it('reads back what it wrote', () => {
    const plan = clayPrinter()
    const parsed = parsePlan(json(plan))
    expect(parsed).toEqual({ kind: 'plan', plan })
  })

  it.each([[null], [7], ['plan'], [[]], [{}], [{ format: 'something-else', version: 1 }]])('refuses %j', (document) =>
    expect(issues(document).length).toBeGreaterThan(0),
  )

  it('refuses a later version by name', () =>
    expect(issues({ ...json(emptyPlan('x', 'IEC')), version: 99 })).toEqual([
      { path: 'version', message: expect.stringMatching(/later release/) },
    ]))

  it('gathers all faults with their paths', () => {
    const document = json(clayPrinter()) as unknown as Record<string, never> & {
      site: Record<string, unknown>
      practice: Record<string, unknown>
    }
    document.site.mains_V = 'lots'
    document.practice.grouped = 1.5
    Object.assign(document, { extra: true })
    const paths = issues(document).map(({ path }) => path)
    expect(paths).toEqual(expect.arrayContaining(['site.mains_V', 'practice.grouped', 'extra']))
  })

  it.each([
    [
      'a wire to a device that is not there',
      (plan: Record<string, any>) => (plan.wires['wire:w1'].to.device = 'device:ghost'),
      'wires.wire:w1.to.device',
    ],
    [
      'a wire to a terminal that is not there',
      (plan: Record<string, any>) => (plan.wires['wire:w1'].to.terminal = 'constructor'),
      'wires.wire:w1.to.terminal',
    ],
    [
      'a device of a part that is not there',
      (plan: Record<string, any>) => (plan.devices['device:ps1'].part = 'part:ghost'),
      'devices.device:ps1.part',
    ],
    [
      'a setting of a value that it has not',
      (plan: Record<string, any>) => (plan.devices['device:ps1'].settings.mains = '400 V'),
      'devices.device:ps1.settings.mains',
    ],
    [
      'a fuse place that is not there',
      (plan: Record<string, any>) => (plan.devices['device:ps1'].fitted = { F: { family: 'IEC 60127', rating_A: 1 } }),
      'devices.device:ps1.fitted.F',
    ],
    [
      'two devices of one tag',
      (plan: Record<string, any>) => (plan.devices['device:ps2'].tag = 'ps1'),
      'devices.device:ps2.tag',
    ],
    [
      'a wire from a terminal to itself',
      (plan: Record<string, any>) => (plan.wires['wire:w1'].to = plan.wires['wire:w1'].from),
      'wires.wire:w1.to',
    ],
    [
      'a device plugged onto itself',
      (plan: Record<string, any>) => {
        plan.parts['part:motion-board-24'].sockets = [{ id: 's', key: 'k', mates: [], free: [] }]
        plan.devices['device:a1'].place = { kind: 'socket', device: 'device:a1', socket: 's' }
      },
      'devices.device:a1.place.device',
    ],
    [
      'a draw with both power and current',
      (plan: Record<string, any>) => (plan.parts['part:fan-24'].draws[0].power_W = 3),
      'parts.part:fan-24.draws.0.power_W',
    ],
    ['control characters in a name', (plan: Record<string, any>) => (plan.name = 'a\u0007b'), 'name'],
    [
      'text that turns the reading direction',
      (plan: Record<string, any>) => (plan.devices['device:ps1'].name = 'a\u202eb'),
      'devices.device:ps1.name',
    ],
    [
      'an id that is no id',
      (plan: Record<string, any>) => (plan.devices['<script>'] = plan.devices['device:ps1']),
      'devices.<script>',
    ],
  ])('refuses %s', (_what, spoil, path) => {
    const document = json(clayPrinter()) as unknown as Record<string, any>
    spoil(document)
    expect(issues(document).map((issue) => issue.path)).toContain(path)
  })

  it('never throws, whatever JSON it is given', () =>
    fc.assert(fc.property(fc.jsonValue(), (value) => ['plan', 'refused'].includes(parsePlan(value).kind))))

  it('keeps fields whose stage has not arrived', () => {
    const document = json(clayPrinter()) as unknown as Record<string, any>
    document.raceways['raceway:d1'] = {
      name: 'Duct',
      kind: 'duct',
      enclosure: 'enclosure:main',
      width_mm: 40,
      height_mm: 60,
      length_mm: 300,
      fillLimit_percent: 60,
      bendRadius_mm: null,
      travel_mm: null,
      joins: [],
      origin: 'new',
      at: null,
      thread: null,
      isBlanked: null,
      ends: null,
      chain: null,
      carries: 'mains',
      isDivided: true,
      hasInsert: null,
      holdsLead: null,
      warm_C: 60,
      motion: null,
      isOutdoors: null,
      covers: [],
      hasSharpEdge: null,
    }
    document.wires['wire:w1'].route = ['raceway:d1']
    document.devices['device:ps1'].place = {
      kind: 'face',
      enclosure: 'enclosure:main',
      face: 'face:plate',
      x_mm: 20,
      y_mm: 30,
      rotation_deg: 90,
    }
    const parsed = parsePlan(document)
    expect(parsed.kind).toBe('plan')
    if (parsed.kind === 'plan') expect(json(parsed.plan)).toEqual(document)
  })
})

describe('migrations', () => {
  it('lead from every earlier version to the present one', () => {
    for (let version = 1; version < PLAN_VERSION; version += 1) expect(MIGRATIONS[version]).toBeDefined()
  })
  it('run in order, each once', () => {
    const add = (name: string) => ({
      name,
      up: (document: Readonly<Record<string, unknown>>) => ({
        ...document,
        ran: [...((document.ran as string[]) ?? []), name],
      }),
    })
    expect(migrate({ format: 'glad-rafter-plan', version: 1 }, { 1: add('a'), 2: add('b') }, 3)).toEqual({
      kind: 'current',
      document: { format: 'glad-rafter-plan', version: 3, ran: ['a', 'b'] },
    })
  })
})

describe('practice', () => {
  it('has a reason for every default', () => {
    for (const key of Object.keys(DEFAULT_PRACTICE.IEC))
      expect(PRACTICE_REASONS[key as keyof typeof PRACTICE_REASONS].length).toBeGreaterThan(20)
  })
})

/** With holes that no part makes, since commands move and remove them too. */
function withOpenings(): Plan {
  const plan = shadowStage()
  const [box] = Object.keys(plan.enclosures) as EnclosureId[]
  const [face] = Object.keys(plan.enclosures[box!]!.faces) as FaceId[]
  const opening = (id: string) =>
    ({
      id,
      name: 'Spare',
      shape: { kind: 'round', diameter_mm: 16 },
      x_mm: 40,
      y_mm: 50,
      origin: 'new',
      use: 'spare',
      device: null,
    }) as const
  const outcome = apply(
    plan,
    ['s1', 's2', 's3'].map((id) => ({ type: 'putOpening', enclosure: box!, face: face!, opening: opening(id) })),
  )
  if (outcome.kind === 'refused') throw new Error('refused')
  return outcome.plan
}

function withRoles(): Plan {
  const plan = clayPrinter()
  const outcome = apply(plan, proposeRoles(plan))
  if (outcome.kind === 'refused') throw new Error('refused')
  return outcome.plan
}

const plans = fc.constantFrom(
  withOpenings(),
  withRoles(),
  clayPrinter(),
  seedlingArm(),
  startingPattern('lights', 'NEC'),
  emptyPlan('empty', 'IEC'),
)
const picks = fc.array(fc.nat(10_000), { minLength: 8, maxLength: 8 })

describe('commands', () => {
  it.each(COMMAND_TYPES)(
    '%s: any on any valid plan yields a valid plan or a refusal, and undo gives back the same document',
    (type) => {
      let applied = 0
      fc.assert(
        fc.property(plans, picks, (plan, numbers) => {
          const parsed = command.safeParse(commandFor(type, plan, numbers))
          if (!parsed.success) return
          const before = JSON.stringify(plan)
          const outcome = apply(plan, [parsed.data as Command])
          expect(JSON.stringify(plan)).toBe(before)
          if (outcome.kind === 'refused') {
            expect(outcome.issues.length).toBeGreaterThan(0)
            return
          }
          applied += 1
          expect(parsePlan(json(outcome.plan)).kind).toBe('plan')
          // To the byte, as patches that went through the wire: the order of records is the order of the work.
          expect(JSON.stringify(replay(outcome.plan, json(outcome.inverse)))).toBe(before)
          expect(JSON.stringify(replay(plan, json(outcome.patches)))).toBe(JSON.stringify(outcome.plan))
        }),
        { numRuns: 60 },
      )
      // Those that need something a small plan has not are refused every time; the rest must have run.
      if (!/Cable|moveDevice|replacePart|removePart|removeState/.test(type)) expect(applied).toBeGreaterThan(0)
    },
  )

  it('several apply all or none', () => {
    const plan = clayPrinter()
    const outcome = apply(plan, [
      { type: 'rename', name: 'New' },
      { type: 'disconnect', id: 'wire:nowhere' as WireId },
    ])
    expect(outcome).toMatchObject({
      kind: 'refused',
      issues: [{ path: 'wire:nowhere', message: expect.stringMatching(/removed meanwhile/) }],
    })
  })

  it('a removal undone puts the thing back where it was, whatever was removed with it', () => {
    const plan = clayPrinter()
    for (const id of Object.keys(plan.devices) as DeviceId[]) {
      const outcome = apply(plan, [{ type: 'removeDevice', id }])
      if (outcome.kind === 'applied')
        expect(JSON.stringify(replay(outcome.plan, json(outcome.inverse)))).toBe(JSON.stringify(plan))
    }
    const wires = Object.keys(plan.wires) as WireId[]
    const several = apply(
      plan,
      [wires[3]!, wires[4]!, wires[9]!, wires.at(-1)!].map((id) => ({ type: 'disconnect', id })),
    )
    if (several.kind === 'refused') throw new Error('refused')
    expect(JSON.stringify(replay(several.plan, json(several.inverse)))).toBe(JSON.stringify(plan))
  })

  it('a thing taken out and put back in one step goes to the end, in the replay too', () => {
    const plan = clayPrinter()
    const id = Object.keys(plan.wires)[2] as WireId
    const outcome = apply(plan, [
      { type: 'disconnect', id },
      { type: 'connect', id, wire: plan.wires[id]! },
    ])
    if (outcome.kind === 'refused') throw new Error('refused')
    expect(Object.keys(outcome.plan.wires).at(-1)).toBe(id)
    expect(JSON.stringify(replay(plan, json(outcome.patches)))).toBe(JSON.stringify(outcome.plan))
    expect(JSON.stringify(replay(outcome.plan, json(outcome.inverse)))).toBe(JSON.stringify(plan))
  })

  it('a removed device takes its wires and shares along, and undo brings all back', () => {
    const plan = clayPrinter()
    const outcome = apply(plan, [{ type: 'removeDevice', id: 'device:e1' as DeviceId }])
    if (outcome.kind === 'refused') throw new Error('refused')
    expect(JSON.stringify(outcome.plan.wires)).not.toContain('device:e1')
    expect(JSON.stringify(outcome.plan.states)).not.toContain('device:e1')
    expect(json(replay(outcome.plan, outcome.inverse))).toEqual(json(plan))
  })

  it.each([
    [{ type: 'setSite', changes: { mains_V: 12 } }, 'changes.mains_V'],
    [{ type: 'setSite', changes: {} }, 'changes'],
    [{ type: 'setSite', changes: { humidity: 3 } }, 'changes'],
    [{ type: 'updateWire', id: 'wire:w1', changes: { size: '3.3 mm²' } }, 'changes.size'],
    [{ type: 'updateDevice', id: 'device:ps1', changes: { tag: '<b>' } }, 'changes.tag'],
    [
      { type: 'fitRating', device: 'device:x1', link: 'F', fitted: { family: 'IEC 60127', rating_A: -4 } },
      'fitted.rating_A',
    ],
  ])('%j does not parse', (value, path) => {
    const parsed = command.safeParse(value)
    expect(parsed.success).toBe(false)
    expect(parsed.error!.issues.map((issue) => issue.path.join('.'))).toContain(path)
  })
})

describe('references to terminals', () => {
  it('are not fooled by inherited names', () => {
    const plan = clayPrinter()
    const outcome = apply(plan, [
      {
        type: 'moveEnd',
        wire: 'wire:w1' as WireId,
        side: 'to',
        end: { kind: 'terminal', device: 'device:q1' as DeviceId, terminal: 'constructor' as TerminalId },
      },
    ])
    expect(outcome.kind).toBe('refused')
  })
})
