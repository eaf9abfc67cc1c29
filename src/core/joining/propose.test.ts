import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { reckon } from '@/core/figures'
import { review } from '@/core/findings'
import { PlanBuilder, startingPattern } from '@/core/patterns'
import { apply, landingOf, type DeviceId, type Plan } from '@/core/plan'
import { BUILDS as WHOLE } from '../../../tests/builds'
import { proposeWiring, type ProposedGroup } from '.'

/** Devices of a build, nothing joined; the motors, drivers and switches of each axis together. */
const router = (): PlanBuilder => {
  const b = new PlanBuilder('Router', 'IEC')
    .device('X1', 'inlet-fused')
    .device('Q1', 'switch-2p')
    .device('U1', 'metal', 'Frame')
    .device('PS1', 'supply-36-350')
    .device('PS2', 'supply-24-60')
    .device('A1', 'motion-controller-24')
    .device('S0', 'emergency-stop')
    .device('K1', 'contactor-24')
  for (const n of [1, 2, 3]) b.device(`D${n}`, 'driver').device(`M${n}`, 'stepper-28').device(`S${n}`, 'end-stop')
  return b
}

const printer = (): PlanBuilder => {
  const b = new PlanBuilder('Printer', 'IEC')
    .device('X1', 'inlet-fused')
    .device('Q1', 'switch-2p')
    .device('U1', 'metal', 'Frame')
    .device('PS1', 'supply-24-350')
    .device('A1', 'motion-board-24')
    .device('E1', 'heater-24', 'Hot end')
    .device('E2', 'mains-plate', 'Bed')
    .device('K1', 'ssr-ac', 'Bed relay', { hasCover: true })
    .device('B1', 'thermistor')
    .device('B2', 'thermistor')
    .device('B3', 'thermal-cut-out')
  for (const n of [1, 2, 3]) b.device(`V${n}`, 'fan-24').device(`S${n}`, 'end-stop')
  for (const n of [1, 2, 3, 4]) b.device(`M${n}`, 'stepper')
  return b
}

const lights = (): PlanBuilder => {
  const b = new PlanBuilder('Lights', 'NEC', { site: { residual_mA: 5 } })
    .device('X1', 'inlet-fused')
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-12-350')
    .device('PS2', 'supply-5-25')
    .device('A1', 'controller-5')
  for (const n of [1, 2, 3, 4]) b.device(`H${n}`, 'pixels-12')
  return b
}

const outlets = (): PlanBuilder => {
  const b = new PlanBuilder('Outlets', 'IEC', { site: { residual_mA: 30 } })
    .device('X1', 'inlet-locking')
    .device('F1', 'residual-2p')
    .device('F2', 'breaker-1p', 'Breaker')
    .device('Q1', 'switch-2p')
    .device('U1', 'metal')
    .device('PS1', 'supply-5-25')
    .device('A1', 'controller-5')
  for (const n of [1, 2, 3]) b.device(`K${n}`, 'relay-5', `Relay ${n}`, { hasCover: true }).device(`X1${n}`, 'outlet')
  return b
}

const BUILDS = { router, printer, lights, outlets }

const take = (plan: Plan, groups: readonly ProposedGroup[]): Plan =>
  groups.reduce((at, { title, commands }) => {
    const taken = apply(at, [...commands])
    if (taken.kind === 'refused') throw new Error(`${title}: ${taken.issues[0]!.path} ${taken.issues[0]!.message}`)
    return taken.plan
  }, plan)

const words = (plan: Plan) =>
  review(plan).flatMap(({ severity, rule, what }) => (severity === 'note' ? [] : [`${severity} ${rule}: ${what}`]))

const ends = (plan: Plan) =>
  Object.values(plan.wires)
    .map((wire) =>
      [wire!.from, wire!.to]
        .map((end) => {
          const at = landingOf(plan, end)
          return at ? `${plan.devices[at.device]!.tag}.${at.terminal}` : 'open'
        })
        .sort()
        .join(' – '),
    )
    .sort()

describe.each(Object.entries(BUILDS))('%s, nothing of it joined', (name, build) => {
  const plan = build().build()
  const { groups, left } = proposeWiring(plan)
  const wired = take(plan, groups)

  it('comes to a verdict without a stop, and no clamp holds more than it is made for', () => {
    const found = words(wired)
    expect(found.filter((each) => each.startsWith('stop'))).toEqual([])
    expect(found.filter((each) => each.includes('clamp-overfilled'))).toEqual([])
    expect(left).toEqual([])
  })
  it('has a reason for each group and each wire, and says what it adds', () => {
    for (const { title, reason, joints, added, commands } of groups) {
      expect(reason.length, title).toBeGreaterThan(40)
      for (const { why } of joints) expect(why.length, title).toBeGreaterThan(3)
      expect(commands.filter(({ type }) => type === 'addDevice').length).toBe(added.length)
      expect(commands.filter(({ type }) => type === 'connect').length).toBe(
        joints.length + (title === 'What goes with it' && name === 'lights' ? 1 : 0),
      )
    }
  })
  it('asked again, has nothing to propose', () => expect(proposeWiring(wired).groups).toEqual([]))
  it('is the same each time', () => expect(proposeWiring(plan)).toEqual({ groups, left }))
  it('groups may be taken in any order, and one by one with the rest proposed anew', () => {
    const wires = groups.filter(({ id }) => id !== 'answers')
    const backwards = take(plan, [...wires].reverse())
    expect(ends(backwards)).toEqual(ends(take(plan, wires)))
    let at = plan
    for (let step = 0; step < 20; step += 1) {
      const rest = proposeWiring(at).groups.filter(({ id }) => id !== 'answers')
      if (rest.length === 0) break
      at = take(at, rest.slice(-1))
    }
    const last = take(at, proposeWiring(at).groups)
    expect(words(last).filter((each) => each.startsWith('stop'))).toEqual([])
  })
})

describe('what a person joined stays', () => {
  const plan = take(
    printer().wire('X1.L', 'Q1.1', 'L').wire('A1.FAN1+', 'V1.+', 'V+').wire('A1.FAN1-', 'V1.-', 'V-').build(),
    [],
  )
  const { groups } = proposeWiring(plan)
  const wired = take(plan, groups)
  it('no proposed edit touches it', () => {
    for (const [id, wire] of Object.entries(plan.wires)) expect(wired.wires[id as never]).toEqual(wire)
    const kinds = new Set(groups.flatMap(({ commands }) => commands.map(({ type }) => type)))
    expect([...kinds].filter((kind) => kind === 'disconnect' || kind === 'moveEnd')).toEqual([])
  })
  it('and the rest goes round it', () => {
    expect(ends(wired).filter((each) => each.includes('V1.'))).toEqual(
      ends(plan).filter((each) => each.includes('V1.')),
    )
    expect(words(wired).filter((each) => each.startsWith('stop'))).toEqual([])
  })
})

it('a spindle on the mains stands behind the contactor too, and that it starts by itself is told', () => {
  const plan = router().device('E1', 'spindle-mains', 'Spindle').build()
  const found = words(take(plan, proposeWiring(plan).groups)).filter((each) => each.startsWith('stop'))
  expect(found.map((each) => each.split(':')[0])).toEqual(['stop restarts-by-itself'])
})

describe('what is chosen', () => {
  it('only what touches the chosen devices is proposed', () => {
    const plan = router().build()
    const chosen = new Set(['device:d1', 'device:m1'] as DeviceId[])
    const { groups } = proposeWiring(plan, chosen)
    const joints = groups.flatMap((group) => group.joints)
    expect(joints.length).toBeGreaterThan(4)
    const added = (id: DeviceId) => !Object.hasOwn(plan.devices, id)
    for (const { from, to } of joints)
      expect(
        [from, to].some(({ device }) => chosen.has(device) || added(device)),
        JSON.stringify([from, to]),
      ).toBe(true)
  })
})

describe('one device chosen, its feed open', () => {
  const build = WHOLE.find(({ name }) => name === 'lights in a garden')!
  const open = build.mistakes.find(({ is }) => is === 'controller’s feed left out')!.edit(build.plan)

  it('is joined to a free way of the fuses that stand on the rail, and nothing is added', () => {
    const groups = proposeWiring(open, new Set(['device:a1' as DeviceId])).groups
    expect(groups.flatMap(({ added }) => added)).toEqual([])
    expect(
      groups
        .flatMap(({ joints }) => joints)
        .some(({ from, to }) => [from.device, to.device].includes('device:f2' as DeviceId)),
    ).toBe(true)
  })

  it('whatever is chosen in whatever build, an answer comes', () => {
    const cases = WHOLE.flatMap(({ plan }) => (Object.keys(plan.devices) as DeviceId[]).map((id) => ({ plan, id })))
    for (const { plan, id } of fc.sample(fc.constantFrom(...cases), 60))
      expect(proposeWiring(plan, new Set([id])).groups.length).toBeGreaterThanOrEqual(0)
  })
})

describe('the house’s rules', () => {
  it('trusting the supply’s limit, no fuses are added', () => {
    const plan = lights().build()
    const trusting = { ...plan, practice: { ...plan.practice, branchFusing: 'supply-limit' as const } }
    const { groups } = proposeWiring(trusting)
    expect(groups.flatMap(({ added }) => added).filter((each) => /fuse/i.test(each))).toEqual([])
  })
})

it('what cannot be joined is said: no volts for a load, no output for an input, no driver for a motor', () => {
  const plan = new PlanBuilder('Bits', 'IEC')
    .device('X1', 'inlet')
    .device('PS1', 'supply-24-60')
    .device('V1', 'fan-12')
    .device('K1', 'relay-5')
    .device('M1', 'stepper')
    .build()
  const { left } = proposeWiring(plan)
  expect(left.join('\n')).toMatch(/V1.*nothing in the plan gives/)
  expect(left.join('\n')).toMatch(/K1.*no free output/)
  expect(left.join('\n')).toMatch(/M1.*no driver/)
})

it('a plan with nothing in it, and every starting pattern, are asked without harm', () => {
  expect(proposeWiring(new PlanBuilder('Nothing', 'IEC').build())).toEqual({ groups: [], left: [] })
  for (const pattern of ['printer', 'lights'] as const) {
    const plan = startingPattern(pattern, 'IEC')
    take(plan, proposeWiring(plan).groups)
  }
})

it('law: of whatever devices, what is proposed can be taken and joins no terminal to more than it is made for', () => {
  const keys = Object.keys(router().build().devices)
  fc.assert(
    fc.property(fc.subarray(keys), fc.constantFrom(...Object.values(BUILDS)), (gone, build) => {
      const full = build().build()
      const devices = Object.fromEntries(Object.entries(full.devices).filter(([id]) => !gone.includes(id)))
      const plan = { ...full, devices }
      const wired = take(plan, proposeWiring(plan).groups)
      expect(words(wired).filter((each) => /short-circuit|polarity|mains-meets|clamp-overfilled/.test(each))).toEqual(
        [],
      )
    }),
    { numRuns: 25 },
  )
})

describe('a stop that is wired', () => {
  const stopped = (also: (b: PlanBuilder) => PlanBuilder) =>
    also(
      new PlanBuilder('stopped', 'IEC')
        .device('X1', 'inlet')
        .device('PS1', 'supply-24-150')
        .device('S1', 'emergency-stop')
        .wire('X1.L', 'PS1.L', 'L')
        .wire('X1.N', 'PS1.N', 'N')
        .wire('PS1.V+1', 'S1.11', 'V+'),
    ).build()
  const id = (tag: string) => `device:${tag}` as DeviceId

  it('lets a contactor go that comes later: its coil lies beside the one that the stop holds', () => {
    const plan = stopped((b) =>
      b
        .device('K1', 'contactor-24')
        .wire('S1.12', 'K1.A1', 'V+')
        .wire('PS1.V-1', 'K1.A2', 'V-')
        .device('K2', 'contactor-24'),
    )
    const { groups } = proposeWiring(plan, new Set([id('k2')]))
    const wired = apply(
      plan,
      groups.flatMap(({ commands }) => commands),
    )
    if (wired.kind === 'refused') throw new Error('refused')
    const [stop] = reckon(wired.plan).stops
    expect(stop!.cuts).toEqual(expect.arrayContaining([id('k1'), id('k2')]))
  })
  it('feeds no coil past it where nothing goes off with it: that is said', () => {
    const plan = stopped((b) =>
      b
        .device('E1', 'heater-24')
        .wire('S1.12', 'E1.+', 'V+')
        .wire('PS1.V-1', 'E1.-', 'V-')
        .device('K2', 'contactor-24'),
    )
    const { groups, left } = proposeWiring(plan, new Set([id('k2')]))
    expect(groups.flatMap(({ joints }) => joints).filter(({ to }) => to.device === id('k2'))).toEqual([])
    expect(left.join('; ')).toMatch(/K2: the stops are wired, and no coil of 24 V goes off with all of them/)
  })
  it('leaves a motor of the mains going that hangs beside it, and that is said', () => {
    const plan = stopped((b) =>
      b
        .device('K1', 'contactor-24')
        .wire('S1.12', 'K1.A1', 'V+')
        .wire('PS1.V-1', 'K1.A2', 'V-')
        .device('Y1', 'vacuum-mains'),
    )
    const { left } = proposeWiring(plan, new Set([id('y1')]))
    expect(left.join('; ')).toMatch(/Y1, .*: goes on with S1 pressed/)
  })
})
