import { describe, expect, it } from 'vitest'
import { resistance_ohm_per_km } from '@/core/conductor'
import { enclosureHeat } from '@/core/heat'
import { runPixels } from '@/core/pixels'
import { openingTime } from '@/core/protection'
import type { PlanBuilder } from '@/core/patterns'
import { apply, type Command, type Plan, type StateId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { foamGantry } from '@demo/scenarios/foamGantry'
import { seedlingArm } from '@demo/scenarios/seedlingArm'
import { shadowStage } from '@demo/scenarios/shadowStage'
import { reckon } from '../reckon'
import { benchPlan, deviceId } from '../testing'

const edited = (plan: Plan, ...commands: Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(outcome.issues.map(({ message }) => message).join())
  return outcome.plan
}
const ohm = (size: string, length_mm: number) => (resistance_ohm_per_km(size, 20) * length_mm) / 1e6

/** A fused branch to one fan, of a fixed length and size. */
const branch = (length_mm: number, size: '0.5 mm²' | '2.5 mm²', build: (b: PlanBuilder) => PlanBuilder = (b) => b) =>
  benchPlan((b) =>
    build(
      b
        .device('F1', 'fuse-block-4', 'Fuses', { fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 } } })
        .device('V1', 'fan-24')
        .wire('PS1.V+1', 'F1.IN', 'V+', { length_mm: 100, size: '2.5 mm²' })
        .wire('F1.1', 'V1.+', 'V+', { length_mm, size })
        .wire('PS1.V-1', 'V1.-', 'V-', { length_mm, size }),
    ),
  )

describe('a short behind a fuse', () => {
  it('near a supply draws what the supply’s limit lets through', () => {
    const { fault } = reckon(branch(500, '2.5 mm²')).protective.find(({ link }) => link === 'F1')!
    expect(fault!.largest_A).toBeCloseTo((350 / 24) * 1.3, 9)
    expect(fault!.smallest_A).toBeCloseTo((350 / 24) * 1.3, 9)
  })

  it('far away draws what the wire lets through: 24 V over there and back, cold', () => {
    const { fault } = reckon(branch(60_000, '0.5 mm²')).protective.find(({ link }) => link === 'F1')!
    const loop_ohm = 2 * (ohm('2.5 mm²', 100) + ohm('0.5 mm²', 60_000))
    expect(fault!.smallest_A).toBeCloseTo(24 / loop_ohm, 6)
    expect(fault!.opening).toEqual(openingTime({ family: 'ISO 8820-3', rating_A: 2 }, 24 / loop_ohm))
  })

  it('on the mains is limited by the outlet and the way: 230 V ÷ (outlet + loop)', () => {
    const { fault } = reckon(
      edited(clayPrinter(), { type: 'setSite', changes: { prospective_A: 500 } }),
    ).protective.find(({ device }) => device === deviceId('f1'))!
    expect(fault!.isAssumed).toBe(false)
    expect(fault!.largest_A).toBe(500)
    expect(fault!.smallest_A).toBeLessThan(500)
    expect(fault!.smallest_A).toBeGreaterThan(230 / (230 / 500 + 2 * ohm('0.75 mm²', 4000)))
  })

  it('is assumed where nobody measured the outlet, and says so', () => {
    const { fault } = reckon(clayPrinter()).protective.find(({ device }) => device === deviceId('x1'))!
    expect(fault!.isAssumed).toBe(true)
    expect(fault!.figure.trace.map(({ detail }) => detail).join()).toMatch(/assumed: nobody measured it/)
  })

  it('knows the device ahead', () => {
    const { fault } = reckon(clayPrinter()).protective.find(({ device }) => device === deviceId('f1'))!
    expect(fault!.ahead).toMatchObject({ label: 'X1', isSelective: true })
  })

  it('an empty place has none, and one that nothing feeds neither', () => {
    expect(
      reckon(benchPlan((b) => b.device('F1', 'fuse-block-4'))).protective.every(({ fault }) => fault === null),
    ).toBe(true)
  })
})

describe('starting up is apart from running', () => {
  const plan = edited(branch(500, '2.5 mm²'), {
    type: 'addState',
    id: 'state:start' as StateId,
    state: { ...clayPrinter().states['state:full' as StateId]!, name: 'Starting', startUp: true },
  })
  it('the running current decides the rating, the other one is told', () => {
    const { worst, startUp_A, advised_A } = reckon(plan).protective.find(({ link }) => link === 'F1')!
    expect(worst.value).toBeCloseTo(0.12, 6)
    expect(startUp_A).toBeCloseTo(0.12, 6)
    expect(advised_A).toBe(1)
  })
})

describe('what switches', () => {
  it('a relay’s heat is its drop times its load, its base the air and that times its resistance', () => {
    const k1 = reckon(clayPrinter()).switches.find(({ device }) => device === deviceId('k1'))!
    const load_A = k1.worst.value!
    expect(k1.heat!.dissipation_W).toBeCloseTo(1.2 * load_A, 9)
    expect(k1.heat!.base.value!).toBeCloseTo(40 + 9 * 1.2 * load_A, 9)
  })
  it('a sink brings the base down', () => {
    const cooled = edited(clayPrinter(), { type: 'updateDevice', id: deviceId('k1'), changes: { sink_K_per_W: 2 } })
    const k1 = reckon(cooled).switches.find(({ device }) => device === deviceId('k1'))!
    expect(k1.heat!.base.value!).toBeCloseTo(40 + 2.1 * 1.2 * k1.worst.value!, 9)
  })
  it('a main switch in front of supplies counts them as capacitive, a heater as resistance', () => {
    const q1 = reckon(clayPrinter()).switches.find(({ device, link }) => device === deviceId('q1') && link === 'P1')!
    expect(q1.loading.trace.map(({ label }) => label)).toEqual(
      expect.arrayContaining(['As capacitive load', 'As resistive load']),
    )
    expect(q1.loads.length).toBeGreaterThanOrEqual(3)
  })
  it('wear is told once somebody says how often it switches', () => {
    const relay = (changes: { operationsPerDay?: number }) =>
      benchPlan((b) =>
        b
          .device('K1', 'relay-1co', 'Relay', changes)
          .device('E1', 'heater-24')
          .wire('PS1.V+1', 'K1.COM', 'V+')
          .wire('K1.NO', 'E1.+', 'V+')
          .wire('PS1.V-1', 'E1.-', 'V-'),
      )
    const wearOf = (plan: Plan) => reckon(plan).switches.find(({ link }) => link === 'NO')!.wear
    expect(wearOf(relay({}))).toBeNull()
    const [seldom, often] = [
      wearOf(relay({ operationsPerDay: 10 }))!.value!,
      wearOf(relay({ operationsPerDay: 100 }))!.value!,
    ]
    expect(seldom / often).toBeCloseTo(10, 9)
  })
})

describe('states by their sources', () => {
  it('a computer on USB alone feeds what hangs on the lead, and nothing on the mains', () => {
    const plan = benchPlan((b) =>
      b
        .device('X9', 'usb-lead')
        .device('A1', 'controller-5')
        .device('V1', 'fan-24')
        .wire('X9.V+', 'A1.V+', 'V+')
        .wire('X9.V-', 'A1.V-', 'V-')
        .wire('PS1.V+1', 'V1.+', 'V+')
        .wire('PS1.V-1', 'V1.-', 'V-')
        .state('usb', { name: 'USB', sources: { mains: false, usb: true, battery: true } })
        .state('mains', { name: 'Mains', sources: { mains: true, usb: false, battery: true } }),
    )
    const { draws } = reckon(plan)
    const currentOf = (tag: string, state: string) =>
      draws.find(({ device }) => device === deviceId(tag))!.current_A[`state:${state}` as StateId] ?? null
    expect(currentOf('a1', 'usb')).toBeCloseTo(3 / 5, 2)
    expect(currentOf('v1', 'usb')).toBeNull()
    expect(currentOf('a1', 'mains')).toBeNull()
    expect(currentOf('v1', 'mains')).toBeCloseTo(0.12, 9)
  })
  it('a converter takes from its rail what its loads take, over its efficiency', () => {
    const plan = benchPlan((b) =>
      b
        .device('PS2', 'converter-24-5')
        .device('A1', 'computer-5')
        .wire('PS1.V+1', 'PS2.IN+', 'V+')
        .wire('PS1.V-1', 'PS2.IN-', 'V-')
        .wire('PS2.OUT+', 'A1.V+', 'V+')
        .wire('PS2.OUT-', 'A1.V-', 'V-'),
    )
    const { supplies } = reckon(plan)
    const [from_W, given_W] = [supplies[deviceId('ps1')]!.demand.value!, supplies[deviceId('ps2')]!.demand.value!]
    // The 24 V wires lose a little on top.
    expect(from_W * 0.88).toBeGreaterThan(given_W)
    expect(from_W * 0.88).toBeLessThan(given_W * 1.02)
  })
})

describe('pixels in the plan', () => {
  it('see the wires that feed them', () => {
    const { pixels } = reckon(shadowStage())
    expect(pixels).toHaveLength(8)
    const [one, both] = [
      pixels.find(({ device }) => device === deviceId('h1'))!,
      pixels.find(({ device }) => device === deviceId('h4'))!,
    ]
    expect([one.request.fedFrom, both.request.fedFrom]).toEqual(['one', 'both'])
    // The long ones are longer than one feed reaches, and have enough since both ends are fed.
    const fromOne = runPixels({ ...both.request, fedFrom: 'one' }).result
    expect(fromOne.injectEvery).toBeLessThan(both.request.count)
    expect(fromOne.far_V).toBeLessThan(both.request.minimum_V)
    expect(both.far_V).toBeGreaterThan(both.request.minimum_V)
    expect(one.total_A).toBeCloseTo(1.5, 9)
  })
  it('dimmed by their load', () => {
    const plan = edited(shadowStage(), {
      type: 'setLoad',
      device: deviceId('h1'),
      draw: 'pixels',
      load: { current_A: 0.75 },
    })
    const dimmed = reckon(plan).pixels.find(({ device }) => device === deviceId('h1'))!
    expect(dimmed.request.brightness_percent).toBeCloseTo(50, 9)
  })
})

describe('heat in the box', () => {
  const [box] = reckon(clayPrinter()).boxes
  const full = 'state:full' as StateId
  const lossOf = (tag: string) => box!.losses.find(({ device }) => device === deviceId(tag))!.loss_W[full]!

  it('a supply loses what its efficiency leaves', () =>
    expect(lossOf('ps1')).toBeCloseTo(
      reckon(clayPrinter()).supplies[deviceId('ps1')]!.demand.value! * (100 / 88 - 1),
      6,
    ))
  it('a relay loses its drop times its load', () =>
    expect(lossOf('k1')).toBeCloseTo(
      1.2 * reckon(clayPrinter()).switches.find(({ device }) => device === deviceId('k1'))!.worst.value! + 24 * 0.012,
      1,
    ))
  it('a driver keeps a tenth of what it passes to its motor', () => expect(lossOf('m4')).toBeCloseTo(6.5, 1))
  it('what is out on the machine warms nothing', () => {
    for (const tag of ['e1', 'e2', 'h2', 'y1'])
      expect(box!.losses.some(({ device }) => device === deviceId(tag))).toBe(false)
  })
  it('still air is warmer than with the fan; sealed, the fan only stirs', () => {
    expect(box!.inside.value!).toBeLessThan(box!.stillAir.value!)
    const [sealed] = reckon(
      edited(clayPrinter(), { type: 'updateEnclosure', id: 'enclosure:main' as never, changes: { sealed: true } }),
    ).boxes
    expect(sealed!.inside.value!).toBeCloseTo(sealed!.stillAir.value!, 9)
  })
  it('the sum is what its parts lose, and its temperature the calculator’s', () => {
    const sum = box!.losses.reduce((total, { loss_W }) => total + loss_W[full]!, box!.wires_W[full]!)
    expect(box!.loss.value!).toBeCloseTo(sum, 9)
    const { result } = enclosureHeat({
      width_mm: 400,
      height_mm: 500,
      depth_mm: 150,
      material: 'painted-steel',
      mounting: 'wall',
      loss_W: sum,
      ambient_C: 28,
      maxInside_C: 40,
    })
    expect(box!.stillAir.value!).toBeCloseTo(result.inside_C, 9)
  })
})

describe('room for later', () => {
  it('adds to the heaviest state, and is told apart from today', () => {
    const ps1 = reckon(seedlingArm()).supplies[deviceId('ps1')]!
    expect(ps1.later.value! - ps1.loading.value!).toBeCloseTo((100 * 20) / 350, 6)
  })
  it('nothing kept, nothing added', () => {
    const { supplies } = reckon(foamGantry())
    for (const { loading, later } of Object.values(supplies)) expect(later.value).toBe(loading.value)
  })
  it('inrush of supplies adds up', () => expect(reckon(shadowStage()).mains.inrush.value).toBe(120))
})
