import { describe, expect, it } from 'vitest'
import { definePart, terminal } from '@/core/catalogue/builders'
import { evaluate } from '@/core/evaluate'
import { DEMOS } from '@demo/scenarios'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Plan } from '@/core/plan'
import { makeCable } from '@/core/plan/schema'
import type { Act } from '.'

/** What an electrician would do with such boxes was written down here before it was run; common practice throughout. */
const stepsOf = (plan: Plan): ReadonlyMap<string, Act> =>
  new Map(evaluate(plan).procedure.flatMap(({ acts }) => acts.map((act) => [act.id, act])))
const linesOf = (step: Act | undefined) => step!.lines.join(' ')

const box = (key: string) => new PlanBuilder(key, 'IEC')

/** Mains in, a relay worked by a control voltage from elsewhere, an outlet. */
function mainsOnly(): Plan {
  return box('kiln')
    .device('X1', 'inlet-fused')
    .device('Q1', 'switch-2p')
    .device('K1', 'relay-1co')
    .device('X2', 'outlet')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'K1.COM', 'L')
    .wire('K1.NO', 'X2.L', 'L')
    .wire('Q1.4', 'X2.N', 'N')
    .wire('X1.PE', 'X2.PE', 'PE')
    .build()
}

const fed = (fuse: boolean) => {
  const b = box('fed')
    .device('X1', 'inlet-fused')
    .device('PS1', 'supply-24-350', '24 V', { settings: { mains: '230 V' } })
    .device('V1', 'fan-24')
    .device('E1', 'heater-24')
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V-1', 'V1.-', 'V-')
    .wire('PS1.V-1', 'E1.-', 'V-')
  if (!fuse) return b.wire('PS1.V+1', 'V1.+', 'V+').wire('PS1.V+1', 'E1.+', 'V+').build()
  return b
    .device('F2', 'fuse-block-6', 'Fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 1 }, F2: { family: 'ISO 8820-3', rating_A: 5 } },
    })
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('F2.1', 'V1.+', 'V+')
    .wire('F2.2', 'E1.+', 'V+')
    .build()
}

describe('first power of a box with mains alone', () => {
  const steps = stepsOf(mainsOnly())
  it('finds live metal with a probe, tries each outlet, and each relay on a lamp', () => {
    expect(steps.get('power:chassis')!.reading).toMatchObject({ unit: 'V', from: null, to: 2 })
    // IEC 60038, table 1: 230 V ± 10 %.
    expect(steps.get('power:outlet/device:x2')!.reading).toMatchObject({ from: 207, to: 253 })
    expect(linesOf(steps.get('power:switched/device:k1'))).toMatch(/lamp/)
  })
  it('comes after the checks, and names no supply', () => {
    const ids = [...steps.keys()]
    expect(ids.indexOf('check:insulation')).toBeLessThan(ids.indexOf('power:chassis'))
    expect(ids.indexOf('power:chassis')).toBeLessThan(ids.indexOf('power:outlet/device:x2'))
    expect(ids.some((id) => id === 'power:down')).toBe(false)
  })
  it('a relay that switches low voltage alone asks for no lamp at mains', () => {
    const plan = box('low').device('X1', 'inlet-fused').device('K1', 'relay-1co').wire('X1.L', 'K1.NO', 'V+').build()
    expect(stepsOf(plan).has('power:switched/device:k1')).toBe(false)
  })
})

describe('what keeps loads off while a supply is tried', () => {
  it('is the fuses where there are fuses', () => {
    const steps = stepsOf(fed(true))
    const lines = linesOf(steps.get('power:open'))
    expect(lines).toMatch(/Fuses out, or breakers off: F2\./)
    expect(lines).not.toMatch(/No fuse before/)
    const loads = [...steps.values()].filter(({ id }) => id.startsWith('power:load/'))
    expect(loads.map(linesOf).join(' ')).toMatch(/Put in fuse F1 of F2.*Put in fuse F2 of F2/)
  })
  it('is the leads where there are none, and no fuse is spoken of', () => {
    const steps = stepsOf(fed(false))
    expect(linesOf(steps.get('power:open'))).toMatch(/No fuse before (V1, E1|E1, V1): unplug it, or lift its plus/)
    for (const step of steps.values())
      if (step.phase === 'first-power') expect(linesOf(step)).not.toMatch(/Fuses out|Put in fuse|fuses back/)
  })
})

describe('a reading behind a switch', () => {
  const { clay, foam } = { clay: stepsOf(DEMOS['clay-printer']!()), foam: stepsOf(DEMOS['foam-gantry']!()) }
  it.each([
    [clay, 'power:load/device:e2/device:ps1/out/+', /It is switched by A1: have it on/],
    [foam, 'power:load/device:e1/device:ps1/out/+', /It is switched by K2/],
    [foam, 'power:load/device:v1/device:ps2/out/+', /It is switched by B2/],
  ] as const)('says how it comes on', (steps, id, words) => expect(linesOf(steps.get(id))).toMatch(words))
  it.each([
    [clay, 'power:load/device:m4/device:ps1/out/+'],
    [clay, 'power:load/device:a1/device:ps1/out/+'],
    [foam, 'power:load/device:a1/device:ps1/out/+'],
  ] as const)('says nothing of switching where the load hangs on its rail always', (steps, id) =>
    expect(linesOf(steps.get(id))).not.toMatch(/switched/),
  )
})

describe('a battery box', () => {
  const battery = definePart('Battery, 12 V 7 Ah', [150, 65, 95], {
    behaviour: {
      kind: 'battery',
      outputs: [{ id: 'out', plus: '+', minus: '-', voltage_V: 12, current_A: 10, limit_A: 200 }],
      capacity_Ah: 7,
    },
    terminals: { '+': terminal('+', 'V+', 'tab63'), '-': terminal('−', 'V-', 'tab63') },
  } as unknown as Parameters<typeof definePart>[2])
  const plan = box('cart')
    .part('battery', battery)
    .device('G1', 'battery')
    .device('V1', 'fan-12')
    .wire('G1.+', 'V1.+', 'V+')
    .wire('G1.-', 'V1.-', 'V-')
    .build()
  const steps = stepsOf(plan)

  it('is measured before its lead is joined, with what it cannot do said', () => {
    const step = steps.get('power:device:g1/out')!
    expect(linesOf(step)).toMatch(/Before its lead is joined/)
    expect(step.cautions.join()).toMatch(/cannot be switched off/)
    expect(step.reading!.from).toBeLessThan(12)
    expect(step.reading!.to).toBeGreaterThan(13.8)
  })
  it('is off its leads while ohms are measured', () =>
    expect(linesOf(steps.get('check:rail/device:g1/out'))).toMatch(/G1 itself is off its leads/))
  it('says nothing of plugs, earth or metal at mains', () => {
    for (const id of ['power:chassis', 'covers', 'check:insulation']) expect(steps.has(id)).toBe(false)
    for (const step of steps.values()) expect(linesOf(step)).not.toMatch(/Plug in, switch on/)
  })
})

describe('a setting', () => {
  it('that nobody chose is asked for, and what it is made with is no advice', () => {
    const plan = box('carrier').device('A1', 'driver-carrier-3').build()
    const [step] = [...stepsOf(plan).values()].filter(({ id }) => id.startsWith('set:'))
    expect(linesOf(step)).toMatch(/Nothing is chosen yet/)
  })
})

describe('a conversion', () => {
  const of = (origin: 'there' | 'remove') => {
    const plan = fed(true)
    const wires = Object.fromEntries(
      Object.entries(plan.wires).map(([id, wire]) => [id, id === 'wire:w7' ? { ...wire!, origin } : wire!]),
    )
    return stepsOf({
      ...plan,
      wires,
      devices: { ...plan.devices, ['device:v1' as DeviceId]: { ...plan.devices['device:v1' as DeviceId]!, origin } },
    } as Plan)
  }

  it('does not build again what is there', () => {
    const steps = of('there')
    expect(steps.has('mount:device:v1')).toBe(false)
    expect(steps.has('wire:wire:w7')).toBe(false)
    expect(steps.has('wire:wire:w8')).toBe(true)
  })
  it('takes out first what comes out, with its wires', () => {
    const steps = of('remove')
    expect([...steps.keys()][0]).toBe('out:device:v1')
    expect(linesOf(steps.get('out:device:v1'))).toMatch(/W7/)
    expect(steps.has('mount:device:v1')).toBe(false)
    expect(steps.has('wire:wire:w7')).toBe(false)
  })
})

describe('a bought cable', () => {
  const cabled = (premade: boolean): Plan => {
    const plan = box('pair')
      .device('A1', 'fan-24')
      .device('A2', 'fan-24')
      .wire('A1.+', 'A2.+', 'V+')
      .wire('A1.-', 'A2.-', 'V-')
      .build()
    const mates = (device: string) => ({ device: device as DeviceId, connector: 'J1' })
    const cable = makeCable({
      name: 'Ready-made lead',
      od_mm: 5,
      premade,
      length_mm: 500,
      printed: null,
      flexClass: 'fixed',
      shielded: false,
      origin: 'new',
      ends: {
        a: { kind: 'plug', mates: mates('device:a1') },
        b: { kind: 'plug', mates: mates('device:a2') },
      },
    } as Parameters<typeof makeCable>[0])
    return {
      ...plan,
      cables: { 'cable:c1': cable },
      wires: Object.fromEntries(Object.entries(plan.wires).map(([id, wire]) => [id, { ...wire!, cable: 'cable:c1' }])),
    } as unknown as Plan
  }
  it('is one step: plug it in; one made here has a step a core', () => {
    const bought = stepsOf(cabled(true))
    expect(bought.get('cable:cable:c1')!.title).toBe('Plug in Ready-made lead: A1 “J1” to A2 “J1”')
    expect([...bought.keys()].filter((id) => id.startsWith('wire:'))).toEqual([])
    const made = stepsOf(cabled(false))
    expect(made.has('cable:cable:c1')).toBe(false)
    expect([...made.keys()].filter((id) => id.startsWith('wire:'))).toHaveLength(2)
  })
})

describe('a small board that is soldered here', () => {
  const pad = (label: string) => ({ ...terminal(label, 'signal', 'tab63'), clamp: 'solder-pad' as const })
  const board = definePart('Hand controller board', [60, 90, 12], {
    behaviour: { kind: 'board' },
    terminals: { a: pad('A'), b: pad('B'), c: pad('C'), d: pad('D') },
    links: [{ id: 'F1', kind: 'protective', a: 'a', b: 'b', family: 'ISO 8820-3', rating_A: null, breaking_A: null }],
  } as unknown as Parameters<typeof definePart>[2])
  const plan = box('hand')
    .part('board', board)
    .device('A1', 'board')
    .device('V1', 'fan-24')
    .wire('A1.b', 'V1.+', 'V+')
    .build()
  const steps = stepsOf(plan)
  it('has low parts first, a square check, a link where no fuse is fitted, and comes before its wires', () => {
    const words = linesOf(steps.get('solder:device:a1'))
    expect(words).toMatch(/Low parts first/)
    expect(words).toMatch(/square and flat/)
    expect(words).toMatch(/F1 has no fuse: a wire link/)
    const ids = [...steps.keys()]
    expect(ids.indexOf('solder:device:a1')).toBeLessThan(ids.indexOf('wire:wire:w1'))
  })
  it('bought boards are not soldered', () =>
    expect([...stepsOf(fed(true)).keys()].some((id) => id.startsWith('solder:'))).toBe(false))
})
