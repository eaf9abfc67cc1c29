import { bar, byFirmware, definePart, draw, optional, semiconductor, terminal } from '@/core/catalogue/builders'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Part, Plan } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'
import { MOTION } from './parts'

const of = (tag: string) => `device:${tag}` as DeviceId

/** A board whose ports bear the names of what they are for. */
const NAMED_BOARD: Part = definePart('Printer board, named ports, 24 V', [120, 90, 25], {
  mounting: 'standoffs',
  behaviour: { kind: 'board' },
  terminals: {
    'V+': terminal('+', 'V+', 'screw', { block: 'POWER', direction: 'in', min_V: 20, max_V: 28 }),
    'V-': terminal('−', 'V-', 'screw', { block: 'POWER', direction: 'in' }),
    ...Object.fromEntries(
      ['X', 'Y', 'E'].flatMap((axis) =>
        ['A+', 'A-', 'B+', 'B-'].map((pin) => [
          `${axis}${pin}`,
          terminal(pin, pin.startsWith('A') ? 'coil-A' : 'coil-B', 'contact25', {
            ...optional,
            block: `${axis} MOT`,
            direction: 'out',
          }),
        ]),
      ),
    ),
    ...Object.fromEntries(
      (
        [
          ['NZ', 'NOZZLE'],
          ['BD', 'BED'],
          ['PF', 'PART FAN'],
          ['NF', 'NOZZLE FAN'],
        ] as const
      ).flatMap(([key, block]) => [
        [`${key}+`, terminal('+', 'V+', 'screw', { ...optional, block, direction: 'out' })],
        [`${key}-`, terminal('−', 'V-', 'screw', { ...optional, block, direction: 'out' })],
      ]),
    ),
    ...Object.fromEntries(
      (
        [
          ['TN', 'T NOZZLE', 3.3],
          ['TB', 'T BED', 3.3],
          ['XM', 'X MIN', 5],
          ['YM', 'Y MIN', 5],
        ] as const
      ).flatMap(([key, block, level_V]) => [
        [`${key}S`, terminal('S', 'signal', 'contact25', { ...optional, block, direction: 'in', level_V })],
        [`${key}G`, terminal('G', 'signal', 'contact25', { ...optional, block, level_V: 0 })],
      ]),
    ),
  },
  actuators: ['NZ', 'BD', 'PF', 'NF'].map((key) => byFirmware(key)),
  links: [
    bar('plus', 'V+', 'NZ+', 'BD+', 'PF+', 'NF+'),
    bar('gnd', 'V-', 'TNG', 'TBG', 'XMG', 'YMG'),
    ...['NZ', 'BD', 'PF', 'NF'].map((key) => semiconductor(key, `${key}-`, 'V-', 0.1, 10, key)),
  ],
  draws: [draw('logic', 'Logic and motors', 'V+', 'V-', 24, { power_W: 30 })],
})

/** A small printer whose parts are named and whose sensors nobody assigned: names and prints say it all. */
export function namedPrinter(names: Partial<Record<'M1' | 'M2' | 'E1' | 'E2' | 'V1' | 'V2', string>> = {}): Plan {
  const b = new PlanBuilder('Printer with named ports', 'IEC')
    .part('board', NAMED_BOARD)
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 4 } } })
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-24-350', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PE1', 'earth-stud')
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: { family: 'ISO 8820-3', rating_A: 10 } } })
    .device('A1', 'board', 'Board')
    .device('M1', 'stepper', names.M1 ?? 'X motor')
    .device('M2', 'stepper', names.M2 ?? 'Y motor')
    .device('S1', 'end-stop', 'X end stop')
    .device('S2', 'end-stop', 'Y end stop')
    .device('E1', 'heater-24', names.E1 ?? 'Nozzle heater', { safeState: 'off', commandedBy: of('a1') })
    .device('E2', 'heater-24', names.E2 ?? 'Bed heater', { safeState: 'off', commandedBy: of('a1') })
    .device('B1', 'thermistor', 'Nozzle thermistor')
    .device('B2', 'thermistor', 'Bed thermistor')
    .device('V1', 'fan-24', names.V1 ?? 'Part fan')
    .device('V2', 'fan-24', names.V2 ?? 'Nozzle fan')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+', { length_mm: 150 })
    .wire('F2.1', 'A1.V+', 'V+', { size: '2.5 mm²' })
    .wire('PS1.V-1', 'A1.V-', 'V-', { size: '2.5 mm²' })
  for (const [key, tag] of [
    ['NZ', 'E1'],
    ['BD', 'E2'],
    ['PF', 'V1'],
    ['NF', 'V2'],
  ] as const)
    b.wire(`A1.${key}+`, `${tag}.+`, 'V+', { size: '1.5 mm²', length_mm: 800 }).wire(`A1.${key}-`, `${tag}.-`, 'V-', {
      size: '1.5 mm²',
      length_mm: 800,
    })
  for (const [key, tag, s, g] of [
    ['TN', 'B1', '1', '2'],
    ['TB', 'B2', '1', '2'],
    ['XM', 'S1', 'S', 'G'],
    ['YM', 'S2', 'S', 'G'],
  ] as const)
    b.wire(`A1.${key}S`, `${tag}.${s}`, 'signal', { size: '0.25 mm²', length_mm: 800 }).wire(
      `A1.${key}G`,
      `${tag}.${g}`,
      'signal',
      { size: '0.25 mm²', length_mm: 800 },
    )
  for (const [axis, tag] of [
    ['X', 'M1'],
    ['Y', 'M2'],
  ] as const)
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A1.${axis}${pin}`, `${tag}.${pin}`, 'signal', { size: '0.34 mm²', length_mm: 1000 })
  return b.build()
}

const four = (one: string, other: string): to.Edit =>
  to.all(...['A+', 'A-', 'B+', 'B-'].map((pin) => to.exchange(`${one}${pin}`, `${other}${pin}`)))
const pair = (one: string, other: string, ...ends: readonly string[]): to.Edit =>
  to.all(...ends.map((end) => to.exchange(`${one}${end}`, `${other}${end}`)))

/** Two axes with a driver each, named; its controller's ports are numbered and free. */
export function namedTable(): Plan {
  const b = new PlanBuilder('Drawing table, two drivers', 'IEC')
    .part('motion', MOTION)
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 4 } } })
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-24-350', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PE1', 'earth-stud')
    .device('S0', 'emergency-stop', 'Stop')
    .device('F2', 'fuse-block-4', 'Fuses', {
      fitted: Object.fromEntries([1, 2, 3].map((n) => [`F${n}`, { family: 'ISO 8820-3', rating_A: 4 }])) as never,
    })
    .device('X7', 'strip-12', 'Minus')
    .device('A1', 'motion', 'Controller')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'S0.11', 'V+')
    .wire('S0.12', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X7.1', 'V-')
    .wire('F2.3', 'A1.V+', 'V+', { size: '0.75 mm²' })
    .wire('A1.V-', 'X7.2', 'V-', { size: '0.75 mm²' })
  ;(['X', 'Y'] as const).forEach((axis, i) => {
    const n = i + 1
    b.device(`A1${n}`, 'driver', `Driver ${axis}`, { settings: { current: '1.5 A' } })
      .device(`M${n}`, 'stepper', `Motor ${axis}`)
      .device(`S${n}`, 'button-closed', `Limit ${axis}`)
      .wire(`F2.${n}`, `A1${n}.V+`, 'V+')
      .wire(`X7.${n + 3}`, `A1${n}.V-`, 'V-')
      .wire(`A1.P${n}`, `A1${n}.PUL-`, 'signal', { size: '24 AWG', length_mm: 500 })
      .wire(`A1.D${n}`, `A1${n}.DIR-`, 'signal', { size: '24 AWG', length_mm: 500 })
      .wire(`A1${n}.PUL+`, `A1${n}.DIR+`, 'signal', { size: '24 AWG', length_mm: 60 })
      .wire(`A1.I${n}`, `S${n}.11`, 'signal', { size: '0.25 mm²', length_mm: 1500 })
      .wire(`A1.G${n}`, `S${n}.12`, 'signal', { size: '0.25 mm²', length_mm: 1500 })
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      b.wire(`A1${n}.${pin}`, `M${n}.${pin}`, 'signal', { size: '0.34 mm²', length_mm: 1500 })
  })
  return b
    .wire('A1.COM', 'A11.PUL+', 'signal', { size: '24 AWG', length_mm: 500 })
    .wire('A11.DIR+', 'A12.PUL+', 'signal', { size: '24 AWG', length_mm: 100 })
    .build()
}

const program = (...lines: readonly string[]): to.Edit =>
  to.device('A1', {
    program: lines.map((line) => {
      const [key, value] = line.split(': ') as [string, string]
      return { key, value }
    }),
  })

export const ROLES: readonly Build[] = [
  {
    name: 'a printer whose ports are named',
    plan: namedPrinter(),
    mistakes: [
      stop('motors of X and Y exchanged', four('M1.', 'M2.'), /X MOT.*M2|Y MOT.*M1/s),
      stop('end stops exchanged', pair('S1.', 'S2.', 'S', 'G'), /X MIN.*S2|Y MIN.*S1/s),
      stop('heaters of nozzle and bed exchanged', pair('E1.', 'E2.', '+', '-'), /NOZZLE.*E2|BED.*E1/s),
      stop('thermistors exchanged', pair('B1.', 'B2.', '1', '2'), /B1|B2/),
      stop('fans exchanged', pair('V1.', 'V2.', '+', '-'), /V1|V2/),
      caution('the motor of Y on the free port of the extruder', four('A1.Y', 'A1.E'), /E MOT.*M2/s),
    ],
    harmless: [
      fine(
        'motors that move the head together, named by themselves',
        to.all(to.device('M1', { name: 'Motor A' }), to.device('M2', { name: 'Motor B' })),
      ),
      fine('names that say nothing', to.all(to.device('M1', { name: 'Stepper' }), to.device('S1', { name: 'Switch' }))),
      fine('a name in other words', to.device('V1', { name: 'Layer cooling' })),
    ],
  },
  {
    name: 'a table with two named drivers',
    plan: namedTable(),
    mistakes: [
      stop('a limit’s ground lead on another input', to.land('S2.12 > A1.G2', 'A1.I3'), /S2/),
      stop('motors on each other’s driver', four('M1.', 'M2.'), /Driver X.*Motor Y|Driver Y.*Motor X/s),
      stop(
        'pulses by the program’s list exchanged',
        to.all(
          (plan) => ({
            ...plan,
            roles: {
              ['role:x' as never]: { name: 'Axis X', kind: 'axis' },
              ['role:y' as never]: { name: 'Axis Y', kind: 'axis' },
            },
          }),
          to.device('A1', {
            serves: [
              { role: 'role:x' as never, at: 'AXIS 2', from: 'pin-list' },
              { role: 'role:y' as never, at: 'AXIS 1', from: 'pin-list' },
            ],
          }),
        ),
        /AXIS/,
      ),
      stop(
        'a limit that the program hears when it closes, on the contact that opens',
        to.device('S1', { contact: { means: 'end-of-travel', told: 'closes' } }),
        /S1.*opens/s,
      ),
      stop(
        'a driver set to another step than its program',
        to.all(
          (plan) => ({ ...plan, roles: { ['role:x' as never]: { name: 'Axis X', kind: 'axis' } } }),
          to.device('A11', { serves: [{ role: 'role:x' as never, at: null, from: 'name' }] }),
          program('x current: 2.1'),
        ),
        /A11.*1\.5 A/s,
      ),
    ],
    harmless: [
      fine(
        'the controller’s axes the other way round',
        to.all(to.exchange('A1.P1', 'A1.P2'), to.exchange('A1.D1', 'A1.D2')),
      ),
      fine('limits on each other’s free input', to.all(to.exchange('A1.I1', 'A1.I2'), to.exchange('A1.G1', 'A1.G2'))),
      fine('a contact told as it is', to.device('S1', { contact: { means: 'end-of-travel', told: 'opens' } })),
    ],
  },
]
