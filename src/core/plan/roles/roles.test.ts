import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  apply,
  areAlike,
  areApart,
  emptyPlan,
  facetsOf,
  proposeRoles,
  saysWhich,
  type Command,
  type DeviceId,
  type Plan,
} from '@/core/plan'
import { cataloguePart, newDevice } from '@/core/catalogue'
import { parsePlan } from '@/core/plan/schema'
import { DEMOS } from '@demo/scenarios'
import { namedPrinter, namedTable } from '../../../../tests/builds/roles'

const proposed = (plan: Plan): Plan => {
  const applied = apply(plan, proposeRoles(plan))
  if (applied.kind === 'refused') throw new Error(applied.issues[0]!.message)
  return applied.plan
}
const rolesByTag = (plan: Plan) =>
  Object.fromEntries(
    Object.values(plan.devices).flatMap((device) =>
      device!.serves.map(({ role }) => [device!.tag, plan.roles[role]!.name]),
    ),
  )

describe('which one a name means', () => {
  it.each([
    ['X motor', 'Y motor', true],
    ['X motor', 'X end stop', false],
    ['Left Z motor', 'Right Z motor', true],
    ['Left Z motor', 'Z driver', false],
    ['Z1', 'Z2', true],
    ['Nozzle heater', 'T BED', true],
    ['Hot end fan', 'NOZZLE FAN', false],
    ['Nozzle heater', 'H0', false],
    ['Lamp 24 V', 'Lamp 12 V', false],
    ['X-MIN', 'X_MAX', true],
    ['Motor', 'X MOT', false],
  ])('%s and %s: %s', (one, other, apart) => expect(areApart(facetsOf(one), facetsOf(other), false)).toBe(apart))

  it('figures of a kind are no names: 2.8 A is no axis', () => {
    expect(saysWhich(facetsOf('Stepper motor, 2.8 A', 'axis'))).toBe(false)
    expect(areApart(facetsOf('Stepper motor, 2.8 A', 'axis'), facetsOf('Motor B', 'axis'), true)).toBe(false)
  })

  it('a number counts where both mean it', () => {
    expect(areApart(facetsOf('Lamp 1'), facetsOf('OUT 2'), false)).toBe(false)
    expect(areApart(facetsOf('Lamp 1'), facetsOf('Lamp 2'), true)).toBe(true)
  })

  it('nothing is alike and apart, whatever is written, and both ways round', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), fc.string({ maxLength: 30 }), fc.boolean(), (a, b, numbers) => {
        const [one, other] = [facetsOf(a), facetsOf(b)]
        expect(areAlike(one, other, numbers) && areApart(one, other, numbers)).toBe(false)
        expect(areApart(other, one, numbers)).toBe(areApart(one, other, numbers))
        expect(areApart(one, one, numbers)).toBe(false)
      }),
    ))
})

describe('roles', () => {
  it('gathers what serves one by its name: motor, driver, end stop; heater and sensor', () => {
    expect(rolesByTag(proposed(namedTable()))).toMatchObject({
      A11: 'Axis X',
      M1: 'Axis X',
      S1: 'Axis X',
      A12: 'Axis Y',
    })
    const printer = rolesByTag(proposed(namedPrinter()))
    expect(printer.B1).toBe(printer.E1)
    expect(printer.B2).toBe(printer.E2)
    expect(printer.V1).not.toBe(printer.V2)
  })

  it.each(Object.entries(DEMOS))('of %s: proposed again nothing comes', (_, demo) => {
    const plan = proposed(demo())
    expect(proposeRoles(plan)).toEqual([])
  })

  it('no wire is read: without any the same is proposed', () => {
    for (const demo of Object.values(DEMOS))
      expect(proposeRoles({ ...demo(), wires: {} })).toEqual(proposeRoles(demo()))
  })

  it('a plan of an older release gets them once, and a new name moves none', () => {
    const { roles, ...old } = JSON.parse(JSON.stringify(namedTable())) as Plan
    expect(roles).toEqual({})
    const read = parsePlan(old)
    if (read.kind !== 'plan') throw new Error(read.issues[0]!.message)
    const named = apply(read.plan, [
      { type: 'updateDevice', id: 'device:m1' as DeviceId, changes: { name: 'Motor Y' } },
    ])
    if (named.kind !== 'applied') throw new Error('refused')
    expect(rolesByTag(named.plan).M1).toBe('Axis X')
    const again = parsePlan(JSON.parse(JSON.stringify(named.plan)))
    expect(again.kind === 'plan' && rolesByTag(again.plan).M1).toBe('Axis X')
  })

  it('a role that goes is served by nothing any more, and undo brings both back', () => {
    const plan = proposed(namedTable())
    const [id] = Object.keys(plan.roles) as [never]
    const gone = apply(plan, [{ type: 'removeRole', id }])
    if (gone.kind !== 'applied') throw new Error('refused')
    expect(Object.values(gone.plan.devices).some((device) => device!.serves.some(({ role }) => role === id))).toBe(
      false,
    )
  })

  it('what is added serves a role in the same edit, however often its commands were tried before', () => {
    const { id, part } = cataloguePart('part:stepper-28')
    const add = ['X', 'Y'].map((axis): Command => ({
      type: 'addDevice',
      id: `device:${axis.toLowerCase()}` as DeviceId,
      device: newDevice(id, `M${axis}`, `Motor ${axis}`),
      part: { id, part },
    }))
    const tried = apply(emptyPlan('x', 'IEC'), add)
    if (tried.kind !== 'applied') throw new Error('refused')
    const both = apply(emptyPlan('x', 'IEC'), [...add, ...proposeRoles(tried.plan)])
    expect(both.kind === 'applied' && rolesByTag(both.plan)).toEqual({ MX: 'Axis X', MY: 'Axis Y' })
  })

  it('one that is not there is refused at its place', () => {
    const refused = apply(namedTable(), [
      { type: 'serveRole', device: 'device:m1' as DeviceId, at: null, role: 'role:none' as never, from: 'said' },
    ])
    expect(refused).toMatchObject({ kind: 'refused', issues: [{ path: 'devices.device:m1.serves.0.role' }] })
  })
})
