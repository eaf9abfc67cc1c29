import { describe, expect, it } from 'vitest'
import { PATTERNS, PlanBuilder, startingPattern } from '@/core/patterns'
import type { DeviceId, Part, Plan, StateId, TerminalId, WireId } from '@/core/plan'
import { makePart } from '@/core/plan/schema'
import { resistance_ohm_per_km } from '@/core/conductor'
import { reckon, settlePlan, stateSolutions } from '@/core/figures'
import { DEMOS } from '@demo/scenarios'
import { allOn, compile, networkOf, settle, situationOf, terminalKey, type Situation, type Solution } from '.'

const FULL = 'state:full' as StateId
const device = (tag: string) => `device:${tag.toLowerCase()}` as DeviceId
/** 1 mΩ each: what wires lose is not what these are about. */
const COPPER = (plan: Plan) => ({ ohms: new Map(Object.keys(plan.wires).map((id) => [id as WireId, 1e-3])) })

/** Inlet and a 24 V supply. */
const bench = (build: (b: PlanBuilder) => PlanBuilder): Plan =>
  build(
    new PlanBuilder('bench', 'IEC')
      .device('X1', 'inlet')
      .device('PS1', 'supply-24-350')
      .wire('X1.L', 'PS1.L', 'L')
      .wire('X1.N', 'PS1.N', 'N')
      .wire('X1.PE', 'PS1.PE', 'PE'),
  ).build()

const settled = (plan: Plan, changes: Partial<Situation> = {}): Solution =>
  settle(compile(plan), allOn(changes), COPPER(plan))
const at = (plan: Plan, tag: string, terminal: string) =>
  compile(plan).jointOf(terminalKey(device(tag), terminal as TerminalId))
const volts = (plan: Plan, solution: Solution, from: readonly [string, string], to: readonly [string, string]) =>
  solution.volts.between(at(plan, ...from), at(plan, ...to))
const amperes = (solution: Solution, tag: string) =>
  Math.abs([...solution.drawCurrent_A].find(([id]) => id.startsWith(`${device(tag)}#`))?.[1] ?? 0)
const pressed = (tag: string) => ({ [device(tag)]: { hand: 'operated' } })

/** A terminal that takes anything. */
const open = (label: string): Part['terminals'][TerminalId] => ({
  ...bench((b) => b).parts['part:inlet' as keyof Plan['parts']]!.terminals['L' as TerminalId]!,
  label,
  function: 'any',
  need: 'optional',
})
const part = (
  rest: Pick<Part, 'behaviour'> & { readonly terminals: readonly string[] } & Record<string, unknown>,
): Part =>
  makePart({
    name: 'Part',
    note: '',
    body: { width_mm: 10, height_mm: 10, depth_mm: 10 },
    mounting: 'screws',
    orientations: 'any',
    clearance_mm: { top: 0, right: 0, bottom: 0, left: 0, front: 0 },
    mass_g: null,
    price: null,
    supplier: null,
    links: [],
    draws: [],
    sockets: [],
    settings: [],
    earths: null,
    ...rest,
    terminals: Object.fromEntries(rest.terminals.map((label) => [label, open(label)])),
  })

/** Stop, contactor and heater: the stop is in the coil's feed, the heater behind the contactor's pole. */
const stopChain = () =>
  bench((b) =>
    b
      .device('S1', 'emergency-stop')
      .device('K1', 'contactor-24')
      .device('E1', 'heater-24')
      .wire('PS1.V+1', 'S1.11', 'V+')
      .wire('S1.12', 'K1.A1', 'V+')
      .wire('K1.A2', 'PS1.V-1', 'V-')
      .wire('PS1.V+2', 'K1.1', 'V+')
      .wire('K1.2', 'E1.+', 'V+')
      .wire('E1.-', 'PS1.V-2', 'V-'),
  )

describe('contacts follow from the volts at their coils', () => {
  it('a pressed stop drops the contactor, and the heater behind its contact takes nothing, in a state and in the table of stops alike', () => {
    const plan = stopChain()
    expect(amperes(settled(plan), 'E1')).toBeGreaterThan(1)
    expect(amperes(settled(plan, { held: pressed('S1') }), 'E1')).toBe(0)
    const withState: Plan = {
      ...plan,
      states: { ...plan.states, ['state:stopped' as StateId]: { ...plan.states[FULL]!, positions: pressed('S1') } },
    }
    const { draws, stops } = reckon(withState)
    const heater = draws.find((draw) => draw.device === device('E1'))!
    expect(heater.current_A[FULL]).toBeGreaterThan(1)
    expect(heater.current_A['state:stopped' as StateId] ?? 0).toBe(0)
    expect(stops[0]!.cuts).toContain(device('E1'))
  })

  const stopped = [
    ...Object.entries(DEMOS).map(([key, make]) => [key, make()] as const),
    ...PATTERNS.map((name) => [name, startingPattern(name, 'IEC')] as const),
    ['stop chain', stopChain()] as const,
  ]
  it.each(stopped)(
    '%s: what the table of stops says is cut draws nothing in a state with that stop held',
    (_name, plan) => {
      const { model, sized } = settlePlan(plan)
      for (const { device: stop, cuts, stays } of reckon(plan).stops) {
        const movers = Object.fromEntries(
          model.deviceById
            .get(stop)!
            .part.actuators.map(({ id, positions, rest }) => [id, positions.find((p) => p !== rest)!]),
        )
        const { drawCurrent_A, volts: after } = settle(model, allOn({ held: { [stop]: movers } }), sized.conditions)
        // What is worked by a button held down counts as well.
        const held = Object.fromEntries(
          model.devices.flatMap(({ id, part }) =>
            part.behaviour.kind === 'button' && id !== stop ? [[id, { hand: 'operated' }]] : [],
          ),
        )
        const { volts: handsOn } = settle(model, allOn({ held: { ...held, [stop]: movers } }), sized.conditions)
        for (const draw of model.draws) {
          if (cuts.includes(draw.device)) expect(Math.abs(drawCurrent_A.get(draw.id) ?? 0)).toBeLessThan(1e-3)
          if (stays.includes(draw.device) && model.draws.filter((d) => d.device === draw.device).length === 1)
            expect(
              Math.abs(after.between(draw.plus, draw.minus) ?? 0) +
                Math.abs(handsOn.between(draw.plus, draw.minus) ?? 0),
            ).toBeGreaterThan(0)
        }
      }
    },
  )

  /** Start button beside the contactor's own contact, stop button before both. */
  const holding = () =>
    bench((b) =>
      b
        .device('S1', 'button-closed')
        .device('S2', 'button-open')
        .device('K1', 'contactor-24')
        .device('E1', 'heater-24')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('S1.12', 'S2.13', 'V+')
        .wire('S2.14', 'K1.A1', 'V+')
        .wire('S1.12', 'K1.3', 'V+')
        .wire('K1.4', 'K1.A1', 'V+')
        .wire('K1.A2', 'PS1.V-1', 'V-')
        .wire('PS1.V+2', 'K1.1', 'V+')
        .wire('K1.2', 'E1.+', 'V+')
        .wire('E1.-', 'PS1.V-2', 'V-'),
    )
  it('a coil with its own contact holds: in service it is in, after a power cut it stays out until the button is pressed', () => {
    const plan = holding()
    expect(amperes(settled(plan), 'E1')).toBeGreaterThan(1)
    expect(amperes(settled(plan, { memory: 'rest' }), 'E1')).toBe(0)
    expect(amperes(settled(plan, { memory: 'rest', held: pressed('S2') }), 'E1')).toBeGreaterThan(1)
    expect(amperes(settled(plan, { held: pressed('S1') }), 'E1')).toBe(0)
  })

  it('a coil fed through its own rest contact finds no rest, and is named', () => {
    const plan = bench((b) =>
      b
        .device('K1', 'relay-1co')
        .wire('PS1.V+1', 'K1.COM', 'V+')
        .wire('K1.NC', 'K1.A1', 'V+')
        .wire('K1.A2', 'PS1.V-1', 'V-'),
    )
    expect(settled(plan).chattering).toEqual([device('K1')])
    expect(reckon(plan).states[FULL]!.chattering).toEqual([device('K1')])
    expect(settled(stopChain()).chattering).toEqual([])
  })

  it('a relay’s second pair of poles carries too, each its own current', () => {
    const plan = bench((b) =>
      b
        .device('K1', 'contactor-24')
        .device('E1', 'heater-24')
        .device('V1', 'fan-24')
        .wire('PS1.V+1', 'K1.A1', 'V+')
        .wire('K1.A2', 'PS1.V-1', 'V-')
        .wire('PS1.V+2', 'K1.1', 'V+')
        .wire('K1.2', 'E1.+', 'V+')
        .wire('E1.-', 'PS1.V-2', 'V-')
        .wire('PS1.V+3', 'K1.3', 'V+')
        .wire('K1.4', 'V1.+', 'V+')
        .wire('V1.-', 'PS1.V-3', 'V-'),
    )
    const { linkCurrent_A } = settled(plan)
    expect(linkCurrent_A.get(`${device('K1')}/P1`)).toBeCloseTo(40 / 24, 2)
    expect(linkCurrent_A.get(`${device('K1')}/P2`)).toBeCloseTo(0.12, 3)
  })

  it('a coil of too few volts does not pull in; one that is in holds on fewer', () => {
    const plan = bench((b) =>
      b
        .device('PS2', 'supply-12-150')
        .device('K1', 'contactor-24')
        .wire('X1.L', 'PS2.L', 'L')
        .wire('X1.N', 'PS2.N', 'N')
        .wire('PS2.V+1', 'K1.A1', 'V+')
        .wire('K1.A2', 'PS2.V-1', 'V-'),
    )
    const position = (solution: Solution) =>
      solution.positions[solution.model.movers.findIndex(({ device: id }) => id === device('K1'))]
    expect(position(settled(plan, { memory: 'rest' }))).toBe('rest')
    expect(position(settled(plan))).toBe('operated')
  })

  it('the outputs of a board rest while the board has no power', () => {
    const plan = bench((b) =>
      b
        .device('Q1', 'switch-1p')
        .device('A1', 'motion-board-24')
        .device('E1', 'heater-24')
        .wire('PS1.V+1', 'Q1.1', 'V+')
        .wire('Q1.2', 'A1.V+', 'V+')
        .wire('A1.V-', 'PS1.V-1', 'V-')
        .wire('PS1.V+2', 'E1.+', 'V+')
        .wire('E1.-', 'A1.H0-', 'V-'),
    )
    expect(amperes(settled(plan), 'E1')).toBeGreaterThan(1)
    expect(amperes(settled(plan, { held: { [device('Q1')]: { hand: 'rest' } } }), 'E1')).toBe(0)
  })

  it('a coil that a signal commands works while its fed end is live, and rests when that end is dead', () => {
    const plan = bench((b) =>
      b
        .device('S1', 'emergency-stop')
        .device('A1', 'controller-5')
        .device('K1', 'relay-1co')
        .device('E1', 'heater-24')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('S1.12', 'K1.A1', 'V+')
        .wire('K1.A2', 'A1.D1', 'signal')
        .wire('PS1.V+2', 'K1.COM', 'V+')
        .wire('K1.NO', 'E1.+', 'V+')
        .wire('E1.-', 'PS1.V-2', 'V-'),
    )
    expect(amperes(settled(plan), 'E1')).toBeGreaterThan(1)
    expect(amperes(settled(plan, { held: pressed('S1') }), 'E1')).toBe(0)
  })
})

describe('what carries current in life', () => {
  const behind = (tag: string, key: string, into: readonly [string, string], out: readonly [string, string]) =>
    new PlanBuilder('mains', 'IEC')
      .device('X1', 'inlet')
      .device(tag, key)
      .device('E1', 'spindle-mains')
      .wire('X1.L', `${tag}.${into[0]}`, 'L')
      .wire('X1.N', `${tag}.${into[1]}`, 'N')
      .wire(`${tag}.${out[0]}`, 'E1.L', 'L')
      .wire(`${tag}.${out[1]}`, 'E1.N', 'N')
      .build()
  it('a residual-current device', () => {
    const plan = behind('F1', 'residual-2p', ['1', 'N1'], ['2', 'N2'])
    expect(amperes(settled(plan), 'E1')).toBeGreaterThan(0.5)
  })

  it('a change-over contact joins one way or the other, never both: plus and minus on its ends are no short', () => {
    const plan = bench((b) =>
      b
        .device('K1', 'relay-1co')
        .device('V1', 'fan-24')
        .wire('PS1.V+1', 'K1.NO', 'V+')
        .wire('PS1.V-1', 'K1.NC', 'V-')
        .wire('K1.COM', 'V1.+', 'V+')
        .wire('V1.-', 'PS1.V-2', 'V-'),
    )
    const model = compile(plan)
    const kinds = (tag: string, terminal: string) =>
      model.netById
        .get(model.netOf(terminalKey(device(tag), terminal as TerminalId)))!
        .potentials.map(({ kind }) => kind)
    expect(kinds('V1', '+').sort()).toEqual(['+', '-'])
    expect(kinds('K1', 'NO')).toEqual(['+'])
    expect(kinds('K1', 'NC')).toEqual(['-'])
    expect(amperes(settled(plan), 'V1')).toBeCloseTo(0.12, 3)
  })

  it('a heater with its leads exchanged heats; a fan that minds its polarity does not turn', () => {
    const swapped = (key: string) =>
      bench((b) => b.device('Y1', key).wire('PS1.V-1', 'Y1.+', 'V-').wire('PS1.V+1', 'Y1.-', 'V+'))
    expect(amperes(settled(swapped('heater-24')), 'Y1')).toBeCloseTo(40 / 24, 2)
    expect(amperes(settled(swapped('fan-24')), 'Y1')).toBe(0)
  })

  it('two supplies in series give their sum, two loads in series take half each', () => {
    const series = bench((b) =>
      b
        .device('PS2', 'supply-24-150')
        .device('E1', 'heater-24')
        .device('E2', 'heater-24')
        .wire('X1.L', 'PS2.L', 'L')
        .wire('X1.N', 'PS2.N', 'N')
        .wire('PS1.V-1', 'PS2.V+1', 'V-')
        .wire('PS1.V+1', 'E1.+', 'V+')
        .wire('E1.-', 'E2.+', 'V+')
        .wire('E2.-', 'PS2.V-1', 'V-'),
    )
    const solution = settled(series)
    expect(volts(series, solution, ['PS1', 'V+1'], ['PS2', 'V-1'])).toBeCloseTo(48, 2)
    expect(amperes(solution, 'E1')).toBeCloseTo(40 / 24, 2)
    const fans = bench((b) =>
      b
        .device('V1', 'fan-12')
        .device('V2', 'fan-12')
        .wire('PS1.V+1', 'V1.+', 'V+')
        .wire('V1.-', 'V2.+', 'V+')
        .wire('V2.-', 'PS1.V-1', 'V-'),
    )
    expect(volts(fans, settled(fans), ['V1', '+'], ['V1', '-'])).toBeCloseTo(12, 2)
  })

  it('a setting moves its links: a jumper on another option feeds the other terminal', () => {
    const jumper = part({
      behaviour: { kind: 'other' },
      terminals: ['in', 'a', 'b'],
      settings: [
        { id: 'J', name: 'J', kind: 'jumper', options: ['A', 'B'], initial: 'A', beforeMounting: false, side: null },
      ],
      actuators: [{ id: 'j', name: 'J', by: 'setting', setting: 'J', positions: ['A', 'B'], rest: 'A', service: 'A' }],
      links: [
        { id: 'a', kind: 'contact', a: 'in', b: 'a', actuator: 'j', closedIn: ['A'], rated_A: null, rated_V: null },
        { id: 'b', kind: 'contact', a: 'in', b: 'b', actuator: 'j', closedIn: ['B'], rated_A: null, rated_V: null },
      ],
    })
    const made = (settings: Record<string, string>) =>
      bench((b) =>
        b
          .part('jumper', jumper)
          .device('A1', 'jumper', 'Jumper', { settings })
          .device('E1', 'heater-24')
          .device('E2', 'heater-24')
          .wire('PS1.V+1', 'A1.in', 'V+')
          .wire('A1.a', 'E1.+', 'V+')
          .wire('A1.b', 'E2.+', 'V+')
          .wire('E1.-', 'PS1.V-1', 'V-')
          .wire('E2.-', 'PS1.V-2', 'V-'),
      )
    const fed = (settings: Record<string, string>) =>
      ['E1', 'E2'].map((tag) => amperes(settled(made(settings)), tag) > 1)
    expect(fed({})).toEqual([true, false])
    expect(fed({ J: 'B' })).toEqual([false, true])
  })

  it('a battery feeds where the state has it, an adapter where there is mains', () => {
    const output = { id: 'out', plus: 'P', minus: 'M', voltage_V: 12, current_A: 5, limit_A: 20 }
    const made = (behaviour: object) =>
      new PlanBuilder('battery', 'IEC')
        .part('source', part({ behaviour: behaviour as Part['behaviour'], terminals: ['P', 'M'] }))
        .device('G1', 'source')
        .device('V1', 'fan-12')
        .wire('G1.P', 'V1.+', 'V+')
        .wire('G1.M', 'V1.-', 'V-')
        .build()
    const fed = (plan: Plan, sources: Situation['sources']) => amperes(settled(plan, { sources }), 'V1') > 0
    const battery = made({ kind: 'battery', outputs: [output], capacity_Ah: null })
    const adapter = made({ kind: 'adapter', outputs: [output] })
    expect(fed(battery, { mains: false, usb: false, battery: true })).toBe(true)
    expect(fed(battery, { mains: true, usb: true, battery: false })).toBe(false)
    expect(fed(adapter, { mains: true, usb: false, battery: false })).toBe(true)
    expect(fed(adapter, { mains: false, usb: true, battery: true })).toBe(false)
  })

  it('an overload names the source that is asked too much, and what falls out', () => {
    const plan = bench((b) =>
      b
        .device('PS2', 'supply-5-25')
        .device('A1', 'computer-5', 'Computer', { loads: { logic: { power_W: 60 } } })
        .wire('X1.L', 'PS2.L', 'L')
        .wire('X1.N', 'PS2.N', 'N')
        .wire('PS2.V+1', 'A1.V+', 'V+')
        .wire('PS2.V-1', 'A1.V-', 'V-'),
    )
    expect(reckon(plan).states[FULL]).toMatchObject({
      overloads: [{ source: device('PS2'), dropped: [device('A1')] }],
    })
  })
})

describe('a meter between any two terminals', () => {
  const plan = bench((b) =>
    b
      .device('U1', 'metal')
      .device('V1', 'fan-24')
      .wire('X1.PE', 'U1.PE', 'PE')
      .wire('PS1.V+1', 'V1.+', 'V+')
      .wire('PS1.V-1', 'V1.-', 'V-'),
  )
  const solution = settled(plan)
  it('mains against earth, with the neutral earthed at its origin', () => {
    expect(volts(plan, solution, ['X1', 'L'], ['U1', 'PE'])).toBeCloseTo(230, 6)
    expect(volts(plan, solution, ['X1', 'N'], ['U1', 'PE'])).toBeCloseTo(0, 6)
  })
  it('an isolated rail floats: nothing to read against earth, its own volts across itself', () => {
    expect(volts(plan, solution, ['V1', '+'], ['U1', 'PE'])).toBeNull()
    expect(volts(plan, solution, ['V1', '+'], ['V1', '-'])).toBeCloseTo(24, 3)
  })
  it('a rail whose minus is earthed reads against earth', () => {
    const earthed = bench((b) =>
      b
        .device('U1', 'metal')
        .wire('X1.PE', 'U1.PE', 'PE')
        .wire('PS1.V-1', 'U1.PE', 'PE')
        .device('V1', 'fan-24')
        .wire('PS1.V+1', 'V1.+', 'V+')
        .wire('PS1.V-1', 'V1.-', 'V-'),
    )
    expect(volts(earthed, settled(earthed), ['V1', '+'], ['U1', 'PE'])).toBeCloseTo(24, 3)
  })
  it('an open lead of a load carries its source’s volts to its end', () => {
    const lead = bench((b) => b.device('E1', 'heater-24').wire('PS1.V+1', 'E1.+', 'V+'))
    expect(volts(lead, settled(lead), ['E1', '-'], ['PS1', 'V-1'])).toBeCloseTo(24, 9)
  })
  it('a short across the mains in the box is fed through the outlet', () => {
    const a = at(plan, 'X1', 'L')
    const b = at(plan, 'U1', 'PE')
    const { outputs } = settled(plan, { across: [{ id: 'fault', a, b, ohm: 1 }] })
    // 230 V over 1 Ω, the 0.3 Ω of the installation and two wires of 1 mΩ.
    expect(outputs.get(`${device('X1')}/mains`)!.current_A).toBeGreaterThan(230 / 1.31)
  })
})

describe('the netlist is the solution', () => {
  const plans = [...Object.entries(DEMOS).map(([key, make]) => [key, make()] as const)]
  it.each(plans)(
    '%s: parallel leads, loose or not, are written as the copper they are, at the temperature of their box',
    (_key, plan) => {
      const { model, sized, air } = settlePlan(plan)
      for (const [state, solution] of stateSolutions(plan)) {
        const { elements } = networkOf(solution)
        expect(elements.length).toBeGreaterThan(plan.states[state]!.sources.mains ? 5 : -1)
        for (const { id, value } of elements) {
          const conductor = model.conductors.find((each) => each.id === id)
          if (!conductor || conductor.wire.function === 'PE') continue
          const wire = sized.wires.get(conductor.id)!
          const ohm = (resistance_ohm_per_km(wire.size!, air.along(conductor)) * wire.length_mm) / 1e6
          expect(value, id).toBeCloseTo(Math.max(1e-6, ohm), 12)
        }
      }
    },
  )

  it('a warm box: every figure inside it names the same air', () => {
    const plan = DEMOS['clay-printer']!()
    const hot: Plan = {
      ...plan,
      site: { ...plan.site, ambient_C: 45 },
      enclosures: Object.fromEntries(
        Object.entries(plan.enclosures).map(([id, box]) => [id, { ...box!, sealed: true, mounting: 'wall' as const }]),
      ) as Plan['enclosures'],
    }
    const reckoning = reckon(hot)
    const warm_C = reckoning.inside.value!
    expect(warm_C).toBeGreaterThan(hot.practice.inside_C)
    const { air } = settlePlan(hot)
    for (const supply of Object.values(reckoning.supplies)) expect(supply.air_C).toBe(air.at(supply.device))
    const inside = Object.values(reckoning.wires).filter((wire) => {
      const conductor = compile(hot).conductors.find(({ id }) => id === wire.id)!
      return air.along(conductor) === warm_C && wire.function !== 'PE'
    })
    expect(inside.length).toBeGreaterThan(10)
    for (const { trace, drop } of inside)
      for (const { detail } of [...trace, ...drop.trace])
        for (const [, degrees] of detail.matchAll(/at (\d+(?:\.\d+)?) °C/g))
          expect(Number(degrees), detail).toBe(warm_C)
  })

  it('solving again with other values leaves the first solution as it was', () => {
    const plan = stopChain()
    const model = compile(plan)
    const first = settle(model, situationOf(plan, FULL), COPPER(plan))
    const before = networkOf(first)
    const thick = { ohms: new Map(Object.keys(plan.wires).map((id) => [id as WireId, 1])) }
    settle(model, situationOf(plan, FULL), thick)
    settle(model, situationOf(plan, FULL, { open: new Set(Object.keys(plan.wires).slice(0, 3)) }), COPPER(plan))
    expect(networkOf(first)).toEqual(before)
    expect(networkOf(settle(model, situationOf(plan, FULL), COPPER(plan)))).toEqual(before)
  })
})
