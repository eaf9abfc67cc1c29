import { withRoles, type Plan, type WireEnd } from '@/core/plan'
import { deviceIdOf, PlanBuilder } from './builder'

export const PATTERNS = ['printer', 'router', 'arm', 'lights'] as const
export type PatternName = (typeof PATTERNS)[number]

/** What a person reads before choosing one. */
export const PATTERN_WORDS: Readonly<Record<PatternName, { readonly title: string; readonly what: string }>> = {
  printer: {
    title: 'Printer',
    what: 'One 24 V supply, a motion board, a nozzle heater with its sensor, three motors with end stops, a fan, a small computer on 5 V.',
  },
  router: {
    title: 'Router or mill',
    what: '48 V for three drivers and their motors, 24 V for the controls, limit switches, an emergency stop that parts the 48 V supply, earthed frame.',
  },
  arm: {
    title: 'Robot arm',
    what: 'Six drivers with their motors on one 36 V supply, limit switches, a controller on 5 V, an emergency stop that parts the 36 V supply.',
  },
  lights: {
    title: 'Lighting controller',
    what: 'One 12 V supply, a fused distribution block, four pixel strings, a controller.',
  },
}

type Region = 'IEC' | 'NEC'

/** Inlet with fuse, two-pole switch, distribution of line and neutral, earth stud, metal box: what all of them begin with. */
function begin(
  name: string,
  region: Region,
  mainsFuse_A: number,
  supplies: readonly (readonly [tag: string, part: string, name: string])[],
  /** The supply that the stop's contactor parts from the mains, both poles. */
  stopped: string | null = null,
): PlanBuilder {
  const family = region === 'NEC' ? 'UL 248-14' : 'IEC 60127'
  const b = new PlanBuilder(name, region)
    .box('main', {
      name: 'Box',
      kind: 'box',
      inner: { width_mm: supplies.length > 2 ? 650 : 500, height_mm: 500, depth_mm: 200 },
      wall: { material: 'painted-steel', thickness_mm: 1.5 },
      sealed: false,
    })
    .device('X1', 'inlet-fused', 'Mains inlet with fuse', { fitted: { F: { family, rating_A: mainsFuse_A } } })
    .device('Q1', 'switch-2p', 'Main switch, two poles')
    .device('XL', 'strip-6', 'Line distribution')
    .device('XN', 'strip-6', 'Neutral distribution')
    .device('PE1', 'earth-stud', 'Earth stud')
    .device('U1', 'metal', 'Box, plate and door')
    .wire('X1.L', 'Q1.1', 'L', { length_mm: 200 })
    .wire('X1.N', 'Q1.3', 'N', { length_mm: 200 })
    .wire('Q1.2', 'XL.1', 'L', { length_mm: 300 })
    .wire('Q1.4', 'XN.1', 'N', { length_mm: 300 })
    .wire('X1.PE', 'PE1.PE', 'PE', { length_mm: 250 })
    .wire('PE1.PE', 'U1.PE', 'PE', { length_mm: 150 })
  supplies.forEach(([tag, part, title], i) => {
    const hasSelector = part !== 'supply-5-25' && part !== 'supply-48-600' && part !== 'supply-24-60'
    b.device(tag, part, title, hasSelector ? { settings: { mains: region === 'NEC' ? '115 V' : '230 V' } } : {})
    const [line, neutral] = tag === stopped ? ['K1.1', 'K1.3'] : [`${tag}.L`, `${tag}.N`]
    if (tag === stopped) b.device('K1', 'contactor-24', 'Stop contactor')
    b.wire(`XL.${i + 2}`, line, 'L', { length_mm: 400 }).wire(`XN.${i + 2}`, neutral, 'N', { length_mm: 400 })
    if (tag === stopped)
      b.wire('K1.2', `${tag}.L`, 'L', { length_mm: 300 }).wire('K1.4', `${tag}.N`, 'N', { length_mm: 300 })
    b.wire('PE1.PE', `${tag}.PE`, 'PE', { length_mm: 400 })
  })
  return b
}

/** A fuse block and a 0 V distribution behind a supply; then loads, each on its own pair. */
function distribute(
  b: PlanBuilder,
  supply: string,
  block: string,
  part: string,
  zero: string,
  family: 'ISO 8820-3' | 'ISO 8820-3 58 V',
  loads: readonly (readonly [load: string, rating_A: number, length_mm: number])[],
): PlanBuilder {
  const ways = Number(part.slice(-1))
  // Spare ways get the smallest rating in use, of the same family.
  const spare_A = Math.min(...loads.map(([, rating_A]) => rating_A))
  const fitted = Object.fromEntries(
    Array.from({ length: ways }, (_, i) => [`F${i + 1}`, { family, rating_A: loads[i]?.[1] ?? spare_A }]),
  )
  b.device(block, part, `Fuses of ${supply}`, { fitted })
    .device(zero, 'strip-12', `0 V of ${supply}`)
    .wire(`${supply}.V+1`, `${block}.IN`, 'V+', { length_mm: 250 })
    .wire(`${supply}.V-1`, `${zero}.1`, 'V-', { length_mm: 250 })
  loads.forEach(([load, , length_mm], i) => {
    const [tag, plus, minus] = load.split(' ') as [string, string, string]
    b.wire(`${block}.${i + 1}`, `${tag}.${plus}`, 'V+', { length_mm }).wire(
      `${zero}.${i + 2}`,
      `${tag}.${minus}`,
      'V-',
      { length_mm },
    )
  })
  return b
}

const field = (path: string) => ({ place: { kind: 'field' as const, path } })

function printer(region: Region): Plan {
  const b = begin('New printer', region, region === 'NEC' ? 8 : 4, [
    ['PS1', 'supply-24-350', '24 V supply'],
    ['PS2', 'supply-5-25', '5 V supply'],
  ])
    .device('A1', 'motion-board-24', 'Motion board')
    .device('V1', 'fan-24', 'Box fan')
    .device('A2', 'computer-5', 'Small computer')
    .device('E1', 'heater-24', 'Nozzle heater', {
      ...field('machine head'),
      safeState: 'off',
      commandedBy: deviceIdOf('A1'),
      watchedBy: deviceIdOf('B1'),
    })
    .device('B1', 'thermistor', 'Nozzle sensor', field('machine head'))
  distribute(b, 'PS1', 'F2', 'fuse-block-4', 'X0', 'ISO 8820-3', [
    ['A1 V+ V-', 7.5, 350],
    ['V1 + -', 1, 300],
  ])
    .wire('A1.H0+', 'E1.+', 'V+', { length_mm: 1200, flexClass: 'chain' })
    .wire('A1.H0-', 'E1.-', 'V-', { length_mm: 1200, flexClass: 'chain' })
    .wire('A1.T0S', 'B1.1', 'signal', { length_mm: 1200, flexClass: 'chain' })
    .wire('A1.T0G', 'B1.2', 'signal', { length_mm: 1200, flexClass: 'chain' })
    .wire('PS2.V+1', 'A2.V+', 'V+', { length_mm: 300 })
    .wire('PS2.V-1', 'A2.V-', 'V-', { length_mm: 300 })
    .wire('PS2.V-1', 'X0.12', 'V-', { length_mm: 300 })
  const size = region === 'NEC' ? '22 AWG' : '0.34 mm²'
  for (const [n, name] of [
    [1, 'Motor X'],
    [2, 'Motor Y'],
    [3, 'Motor Z'],
  ] as const) {
    b.device(`M${n}`, 'stepper', name, field('machine'))
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A1.M${n}${pin}`, `M${n}.${pin}`, 'signal', { length_mm: 1000, size, flexClass: 'chain' })
  }
  limits(b, 'A1', 'E', [1, 2, 3])
  b.wire('A2.TX', 'A1.RX', 'signal', { length_mm: 350 }).wire('A1.TX', 'A2.RX', 'signal', { length_mm: 350 })
  return b.build()
}

/** A limit switch for each axis, at the controller's inputs. */
function limits(b: PlanBuilder, controller: string, input: string, axes: readonly number[]): void {
  for (const n of axes)
    b.device(`S${n}`, 'end-stop', `Limit of axis ${n}`, field('machine'))
      .wire(`${controller}.${input}${n}S`, `S${n}.S`, 'signal', { length_mm: 1200, flexClass: 'chain' })
      .wire(`${controller}.${input}${n}G`, `S${n}.G`, 'signal', { length_mm: 1200, flexClass: 'chain' })
}

/** The emergency stop in the coil circuit of its contactor, from a fuse way of the controls' 24 V. */
function stopCircuit(b: PlanBuilder, plus: string, minus: string): void {
  b.device('S0', 'emergency-stop', 'Emergency stop', field('front of the machine'))
    .wire(plus, 'S0.11', 'V+', { length_mm: 1500 })
    .wire('S0.12', 'K1.A1', 'V+', { length_mm: 1500 })
    .wire(minus, 'K1.A2', 'V-', { length_mm: 400 })
}

interface Axis {
  readonly load_W: number
  /** What its driver is set to. */
  readonly set: string
  readonly part: string
}

/** Drivers with their motors, and a controller whose pulses share one ground, linked from driver to driver. */
function axesOf(
  b: PlanBuilder,
  axes: readonly number[],
  controller: string,
  part: string,
  axisOf: (n: number) => Axis,
  region: Region,
): void {
  b.device(controller, part, 'Motion controller')
  for (const n of axes) {
    const { load_W, set, part: motor } = axisOf(n)
    const size =
      region === 'NEC' ? (motor === 'stepper' ? '22 AWG' : '18 AWG') : motor === 'stepper' ? '0.34 mm²' : '0.75 mm²'
    b.device(`A${n}`, 'driver', `Driver axis ${n}`, {
      loads: { motor: { power_W: load_W } },
      settings: { current: set },
    })
      .device(`M${n}`, motor, `Motor axis ${n}`, field('machine'))
      .wire(`${controller}.P${n}`, `A${n}.PUL+`, 'signal', { length_mm: 400 })
      .wire(`${controller}.D${n}`, `A${n}.DIR+`, 'signal', { length_mm: 400 })
      .wire(`A${n}.PUL-`, `A${n}.DIR-`, 'signal', { length_mm: 60 })
      .wire(n === axes[0] ? `${controller}.G` : `A${n - 1}.DIR-`, `A${n}.PUL-`, 'signal', { length_mm: 200 })
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A${n}.${pin}`, `M${n}.${pin}`, 'signal', { length_mm: 1500, size, flexClass: 'chain' })
  }
}

function router(region: Region): Plan {
  const b = begin(
    'New router',
    region,
    region === 'NEC' ? 10 : 6.3,
    [
      ['PS1', 'supply-48-600', '48 V supply'],
      ['PS2', 'supply-24-60', '24 V supply'],
    ],
    'PS1',
  )
    .device('U2', 'metal', 'Machine frame', field('machine'))
    .wire('PE1.PE', 'U2.PE', 'PE', { length_mm: 900 })
  axesOf(b, [1, 2, 3], 'A9', 'motion-controller-24', () => ({ load_W: 90, set: '4.2 A', part: 'stepper-42' }), region)
  b.device('V1', 'fan-24', 'Box fan').device('H1', 'lamp-24', 'Work lamp', field('machine'))
  distribute(b, 'PS1', 'F2', 'fuse-block-4', 'X0', 'ISO 8820-3 58 V', [
    ['A1 V+ V-', 5, 350],
    ['A2 V+ V-', 5, 350],
    ['A3 V+ V-', 5, 350],
  ])
  distribute(b, 'PS2', 'F3', 'fuse-block-4', 'X20', 'ISO 8820-3', [
    ['V1 + -', 1, 300],
    ['H1 + -', 1, 1500],
    ['A9 V+ V-', 1, 300],
  ])
  limits(b, 'A9', 'I', [1, 2, 3])
  stopCircuit(b, 'F3.4', 'X20.5')
  return b.build()
}

function arm(region: Region): Plan {
  const b = begin(
    'New arm',
    region,
    region === 'NEC' ? 8 : 4,
    [
      ['PS1', 'supply-36-350', '36 V supply'],
      ['PS2', 'supply-5-25', '5 V supply'],
      ['PS3', 'supply-24-60', '24 V supply of the stop'],
    ],
    'PS1',
  )
    .device('U2', 'metal', 'Arm base', field('arm'))
    .wire('PE1.PE', 'U2.PE', 'PE', { length_mm: 800 })
  const axes = [1, 2, 3, 4, 5, 6]
  axesOf(
    b,
    axes,
    'A7',
    'motion-controller-5',
    (n) => (n <= 3 ? { load_W: 45, set: '2.8 A', part: 'stepper-28' } : { load_W: 20, set: '1.5 A', part: 'stepper' }),
    region,
  )
  const drives = axes.map((n) => [`A${n} V+ V-`, 3, 350] as const)
  distribute(b, 'PS1', 'F2', 'fuse-block-6', 'X0', 'ISO 8820-3 58 V', drives)
  b.wire('PS2.V+1', 'A7.V+', 'V+', { length_mm: 300 }).wire('PS2.V-1', 'A7.V-', 'V-', { length_mm: 300 })
  limits(b, 'A7', 'I', axes)
  b.device('F3', 'holder-inline-blade', 'Fuse of the stop', {
    fitted: { F: { family: 'ISO 8820-3', rating_A: 1 } },
  }).wire('PS3.V+1', 'F3.1', 'V+', { length_mm: 200 })
  stopCircuit(b, 'F3.2', 'PS3.V-1')
  return b.build()
}

function lights(region: Region): Plan {
  const b = begin('New lights', region, region === 'NEC' ? 5 : 3.15, [['PS1', 'supply-12-150', '12 V supply']])
  const strings = [1, 2, 3, 4]
  b.device('A1', 'controller-5', 'Pixel controller').device('PS2', 'converter-24-5', '5 V for the controller')
  for (const n of strings)
    b.device(`H${n}`, 'pixels-12', `Pixel string ${n}`, field('outside')).wire(`A1.D${n}`, `H${n}.D`, 'signal', {
      length_mm: 2000,
    })
  return distribute(b, 'PS1', 'F2', 'fuse-block-6', 'X0', 'ISO 8820-3', [
    ...strings.map((n) => [`H${n} V+ V-`, 3, 2000] as const),
    ['PS2 IN+ IN-', 1, 300] as const,
  ])
    .wire('PS2.OUT+', 'A1.V+', 'V+', { length_mm: 200 })
    .wire('PS2.OUT-', 'A1.V-', 'V-', { length_mm: 200 })
    .build()
}

const MAKE: Readonly<Record<PatternName, (region: Region) => Plan>> = { printer, router, arm, lights }

/** A plan to begin from: complete enough to have no stop, meant to be changed. */
export function startingPattern(name: PatternName, region: Region): Plan {
  return withRoles(withoutInnerLengths(MAKE[name](region)))
}

/** What runs within a box is as long as it is laid there; what leaves it keeps the usual length until it is measured. */
function withoutInnerLengths(plan: Plan): Plan {
  const isInside = (end: WireEnd) => end.kind === 'terminal' && plan.devices[end.device]!.place.kind !== 'field'
  return {
    ...plan,
    wires: Object.fromEntries(
      Object.entries(plan.wires).map(([id, wire]) => [
        id,
        isInside(wire!.from) && isInside(wire!.to) ? { ...wire!, length_mm: null } : wire!,
      ]),
    ),
  }
}
