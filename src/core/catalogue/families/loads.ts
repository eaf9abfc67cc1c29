/** Motors, drivers, boards, sensors, fans, heaters, pumps, lamps and pixels in the sizes that are sold. */
import type { PartGiven, Terminal } from '@/core/plan'
import type { ConnectorFamilyId } from '@/core/reference'
import { connectorOf, housingsOf } from '../connectors'
import {
  at,
  bar,
  byFirmware,
  contactSetting,
  partGiven,
  draw,
  optional,
  semiconductor,
  terminal,
  type ClampPreset,
} from '../builders'

type Size = readonly [number, number, number]
type Amount = { readonly power_W: number } | { readonly current_A: number }

/** As a sheet would print it. */
const rounded = (value: number) => Number(value.toPrecision(3))

const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)

/** The thin leads that a thing comes with. */
const LEADS = { conductors: { min_mm2: 0.08, max_mm2: 1.5, count: 1 } } as const

/** What takes more comes with thicker leads. */
const STRONG_A = 4

function two(
  name: string,
  kind: 'heater' | 'fan' | 'lamp' | 'other',
  volt: number,
  amount: Amount,
  size: Size,
  rest: { readonly polarised?: boolean; readonly airflow?: number; readonly mounting?: PartGiven['mounting'] } = {},
): PartGiven {
  const polarised = rest.polarised ?? kind !== 'heater'
  const takes_A = 'power_W' in amount ? amount.power_W / volt : amount.current_A
  const leads = takes_A > STRONG_A ? { conductors: { min_mm2: 0.5, max_mm2: 4, count: 1 } } : LEADS
  return partGiven(name, size, {
    mounting: rest.mounting ?? (kind === 'heater' ? 'loose' : 'screws'),
    behaviour: kind === 'fan' ? { kind, airflow_m3_per_h: rest.airflow ?? null } : { kind },
    terminals: {
      '+': terminal(polarised ? '+' : '1', 'V+', 'pluggable', { ...leads, polarised, rated_A: 15 }),
      '-': terminal(polarised ? '−' : '2', 'V-', 'pluggable', { ...leads, polarised, rated_A: 15 }),
    },
    draws: [
      draw('load', kind === 'heater' ? 'Heat' : name.slice(0, 80), '+', '-', volt, amount, {
        ...(kind === 'heater' ? { model: 'resistive' as const } : {}),
        min_V: rounded(volt * 0.8),
        max_V: rounded(volt * 1.15),
        system: 'dc',
      }),
    ],
  })
}

const mainsLoad = (name: string, kind: 'heater' | 'fan' | 'lamp' | 'other', power_W: number, size: Size): PartGiven =>
  partGiven(name, size, {
    mounting: kind === 'fan' ? 'panel' : 'loose',
    behaviour: kind === 'fan' ? { kind, airflow_m3_per_h: 100 } : { kind },
    terminals: {
      L: terminal('L', 'L', 'screw'),
      N: terminal('N', 'N', 'screw'),
      PE: terminal('PE', 'PE', 'screw'),
    },
    draws: [
      draw(
        'load',
        kind === 'heater' ? 'Heat' : name.slice(0, 80),
        'L',
        'N',
        230,
        { power_W },
        {
          ...(kind === 'heater' ? { model: 'resistive' as const } : {}),
          system: 'ac',
        },
      ),
    ],
    earths: 'PE' as never,
  })

function stepper(name: string, size: Size, phase_A: number, phase_ohm: number): PartGiven {
  const lead = (label: string, winding: 'coil-A' | 'coil-B') =>
    terminal(label, winding, 'pluggable', { ...optional, ...LEADS, rated_A: 8 })
  return partGiven(name, size, {
    behaviour: { kind: 'motor', phase_A, phase_ohm },
    terminals: {
      'A+': lead('A+', 'coil-A'),
      'A-': lead('A-', 'coil-A'),
      'B+': lead('B+', 'coil-B'),
      'B-': lead('B-', 'coil-B'),
    },
  })
}

/** Frames by their edge, with the printed current of a phase and its resistance. */
const STEPPERS: readonly (readonly [number, number, number, number])[] = [
  [28, 45, 0.67, 5.6],
  [35, 36, 1, 2.7],
  [42, 34, 1.2, 2.8],
  [42, 40, 1.7, 1.5],
  [42, 60, 2, 1.5],
  [57, 56, 3, 0.9],
  [57, 76, 4, 0.7],
  [57, 112, 4.5, 0.8],
  [86, 80, 6, 0.5],
  [86, 118, 6.5, 0.6],
]

function driver(
  name: string,
  volt: number,
  range_V: readonly [number, number],
  amp: number,
  size: Size,
  enable: boolean,
): PartGiven {
  const signal = (label: string) =>
    terminal(label, 'signal', 'pluggable', { ...optional, direction: 'in', isolated: true })
  const steps = range(6).map((n) => `${((amp * (n + 2)) / 8).toFixed(1)} A`)
  return partGiven(name, size, {
    behaviour: { kind: 'driver' },
    terminals: {
      'V+': terminal('+V', 'V+', 'boardScrew', { direction: 'in', min_V: range_V[0], max_V: range_V[1] }),
      'V-': terminal('GND', 'V-', 'boardScrew', { direction: 'in' }),
      'A+': terminal('A+', 'coil-A', 'boardScrew', { ...optional, direction: 'out' }),
      'A-': terminal('A-', 'coil-A', 'boardScrew', { ...optional, direction: 'out' }),
      'B+': terminal('B+', 'coil-B', 'boardScrew', { ...optional, direction: 'out' }),
      'B-': terminal('B-', 'coil-B', 'boardScrew', { ...optional, direction: 'out' }),
      'PUL+': signal('PUL+'),
      'PUL-': signal('PUL−'),
      'DIR+': signal('DIR+'),
      'DIR-': signal('DIR−'),
      ...(enable ? { 'ENA+': signal('ENA+'), 'ENA-': signal('ENA−') } : {}),
    },
    draws: [
      draw(
        'motor',
        'Its motor',
        'V+',
        'V-',
        volt,
        { power_W: Math.round(amp * 10) },
        { min_V: range_V[0], max_V: range_V[1] },
      ),
    ],
    settings: [
      {
        id: 'current',
        name: 'Current of a phase',
        kind: 'switch',
        options: steps,
        initial: steps[0]!,
        beforeMounting: true,
      },
      {
        id: 'steps',
        name: 'Steps a turn',
        kind: 'switch',
        options: ['400', '800', '1600', '3200', '6400'],
        initial: '1600',
        beforeMounting: true,
      },
    ],
  })
}

const pin = (label: string, level_V: number, direction: Terminal['direction'], block: string | null = null): Terminal =>
  terminal(label, 'signal', 'pluggable', {
    ...optional,
    direction,
    level_V,
    block,
    max_V: direction === 'out' ? null : rounded(level_V * 1.1),
  })

/** A microcontroller on a breakout: a feed, grounds, and pins that its program makes inputs or outputs. */
const breakout = (name: string, pins: number, level_V: 3.3 | 5, size: Size): PartGiven =>
  partGiven(name, size, {
    mounting: 'standoffs',
    behaviour: { kind: 'board' },
    terminals: {
      '5V': terminal('5V', 'V+', 'pluggable', { direction: 'in', min_V: 4.5, max_V: 5.5 }),
      GND: terminal('GND', 'V-', 'pluggable', { direction: 'in' }),
      ...Object.fromEntries(range(4).map((n) => [`GND${n + 1}`, terminal('GND', 'V-', 'pluggable', optional)])),
      ...Object.fromEntries(range(pins).map((n) => [`P${n}`, pin(`P${n}`, level_V, 'both')])),
    },
    links: [bar('gnd', 'GND', ...range(4).map((n) => `GND${n + 1}`))],
    draws: [draw('logic', 'Logic', '5V', 'GND', 5, { power_W: 1.5 }, { min_V: 4.5, max_V: 5.5 })],
  })

/** A small controller for machines: inputs and transistor outputs that give plus, each side with its common. */
const machineController = (inputs: number, outputs: number): PartGiven =>
  partGiven(`Small controller, ${inputs} inputs, ${outputs} transistor outputs, 24 V`, [36 + inputs * 5, 90, 60], {
    mounting: 'rail',
    behaviour: { kind: 'board' },
    terminals: {
      'V+': terminal('+24', 'V+', 'smallScrew', { direction: 'in', min_V: 20.4, max_V: 28.8 }),
      'V-': terminal('0 V', 'V-', 'smallScrew', { direction: 'in' }),
      IC: terminal('in com', 'V-', 'smallScrew', optional),
      ...Object.fromEntries(
        range(inputs).map((n) => [`I${n}`, { ...pin(`I${n}`, 24, 'in'), isolated: true, max_V: 30 }]),
      ),
      ...Object.fromEntries(
        range(outputs).map((n) => [
          `Q${n}`,
          terminal(`Q${n}`, 'V+', 'smallScrew', { ...optional, direction: 'out', rated_A: 0.5 }),
        ]),
      ),
    },
    actuators: range(outputs).map((n) => byFirmware(`Q${n}`)),
    links: [
      bar('zero', 'V-', 'IC'),
      ...range(outputs).map((n) => semiconductor(`Q${n}`, 'V+', `Q${n}`, 0.2, 0.5, `Q${n}`)),
    ],
    draws: [draw('logic', 'Logic', 'V+', 'V-', 24, { power_W: 5 }, { min_V: 20.4, max_V: 28.8 })],
  })

/** Outlets of a board up to here are plugs; common practice. */
const PLUGGED_A = 2

/** A board for a printer or router: switched outputs by blocks, axes with their motors, inputs for switches and warmth. */
function machineBoard(
  name: string,
  volt: number,
  axes: number,
  outputs: readonly (readonly [string, number])[],
  probes: readonly string[],
  size: Size,
): PartGiven {
  // A fan's outlet is a plug of two contacts like a sensor's; what takes more is clamped.
  const output = (block: string, rated_A: number) => {
    const clamp = rated_A <= PLUGGED_A ? 'contact25' : 'boardScrew'
    const side = (label: string, fn: 'V+' | 'V-', position: number) =>
      terminal(label, fn, clamp, { ...optional, block, position, direction: 'out', rated_A })
    return { [`${block}+`]: side('+', 'V+', 1), [`${block}-`]: side('−', 'V-', 2) }
  }
  const axis = (n: number) =>
    Object.fromEntries(
      (['A+', 'A-', 'B+', 'B-'] as const).map((label, i) => [
        `M${n}${label}`,
        terminal(label, label.startsWith('A') ? 'coil-A' : 'coil-B', 'contact25', {
          ...optional,
          block: `M${n}`,
          position: i + 1,
          direction: 'out',
        }),
      ]),
    )
  const read = (block: string) => ({
    [`${block}S`]: terminal('sig', 'signal', 'contact25', {
      ...optional,
      block,
      position: 1,
      direction: 'in',
      level_V: 3.3,
    }),
    [`${block}G`]: terminal('gnd', 'signal', 'contact25', { ...optional, block, position: 2, level_V: 0 }),
  })
  const inputs = [...range(axes).map((n) => `E${n}`), ...probes]
  const feed = {
    block: 'POWER',
    direction: 'in',
    rated_A: 30,
    conductors: { min_mm2: 0.2, max_mm2: 6, count: 1 },
  } as const
  const board = partGiven(name, size, {
    mounting: 'standoffs',
    behaviour: { kind: 'board' },
    terminals: {
      'V+': terminal('+', 'V+', 'boardScrew', { ...feed, min_V: rounded(volt * 0.8), max_V: rounded(volt * 1.2) }),
      'V-': terminal('−', 'V-', 'boardScrew', feed),
      ...Object.assign({}, ...outputs.map(([block, amp]) => output(block, amp))),
      ...Object.assign({}, ...range(axes).map(axis), ...inputs.map(read)),
    },
    actuators: outputs.map(([block]) => byFirmware(block)),
    links: [
      bar('plus', 'V+', ...outputs.map(([block]) => `${block}+`)),
      bar('gnd', 'V-', ...inputs.map((block) => `${block}G`)),
      ...outputs.map(([block, amp]) => semiconductor(block, `${block}-`, 'V-', 0.1, amp, block)),
    ],
    draws: [
      draw(
        'logic',
        'Logic',
        'V+',
        'V-',
        volt,
        { power_W: 5 },
        { min_V: rounded(volt * 0.8), max_V: rounded(volt * 1.2) },
      ),
      draw(
        'motors',
        'Motors, all axes',
        'V+',
        'V-',
        volt,
        { power_W: axes * 12 },
        { min_V: rounded(volt * 0.8), max_V: rounded(volt * 1.2) },
      ),
    ],
  })
  return withPorts(board, usb('USB'))
}

const pixelController = (outputs: number): PartGiven =>
  partGiven(`Pixel controller, ${outputs} outputs`, [60 + outputs * 6, 80, 20], {
    mounting: 'standoffs',
    behaviour: { kind: 'board' },
    terminals: {
      'V+': terminal('+', 'V+', 'pluggable', { direction: 'in', min_V: 4.5, max_V: 26 }),
      'V-': terminal('−', 'V-', 'pluggable', { direction: 'in' }),
      ...Object.fromEntries(
        range(outputs).flatMap((n) => [
          [
            `D${n}`,
            terminal('data', 'data', 'pluggable', { ...optional, block: `OUT${n}`, direction: 'out', level_V: 5 }),
          ],
          [`G${n}`, terminal('gnd', 'data', 'pluggable', { ...optional, block: `OUT${n}`, level_V: 0 })],
        ]),
      ),
    },
    links: [bar('gnd', 'V-', ...range(outputs).map((n) => `G${n}`))],
    draws: [draw('logic', 'Logic', 'V+', 'V-', 12, { power_W: 2 }, { min_V: 4.5, max_V: 26 })],
  })

const powered = (
  name: string,
  kind: 'computer' | 'screen' | 'board' | 'other',
  volt: number,
  power_W: number,
  size: Size,
  range_V: readonly [number, number] = [rounded(volt * 0.92), rounded(volt * 1.08)],
): PartGiven =>
  partGiven(name, size, {
    mounting: 'standoffs',
    behaviour: { kind },
    terminals: {
      'V+': terminal('+', 'V+', 'pluggable', { direction: 'in', min_V: range_V[0], max_V: range_V[1] }),
      'V-': terminal('−', 'V-', 'pluggable', { direction: 'in' }),
    },
    draws: [
      draw('logic', 'Feed', 'V+', 'V-', volt, { power_W }, { min_V: range_V[0], max_V: range_V[1], system: 'dc' }),
    ],
  })

/** A panel socket or jack, through and through: what comes in at the front leaves at the back. */
/** Amperes of a way, by what the trade calls the connector; from memory, its own sheet decides. */
const COUPLED_A: Partial<Record<ConnectorFamilyId, number>> = { barrel: 5, round: 5, usb: 3, network: 1 }

/** What stands on a way that has its word printed on it; any other carries what it is given. */
const pinFunction = (label: string): Terminal['function'] =>
  label === '5V' ? 'V+' : label === 'GND' ? 'V-' : label.startsWith('D') ? 'data' : 'any'

const coupler = (
  name: string,
  family: ConnectorFamilyId,
  pins: readonly string[],
  clamp: ClampPreset,
  size: Size,
): PartGiven =>
  partGiven(name, size, {
    mounting: 'panel',
    behaviour: { kind: 'coupler' },
    terminals: Object.fromEntries(
      pins.flatMap((label, i) =>
        (['in', 'out'] as const).map((side) => [
          `${side}${i + 1}`,
          terminal(label, pinFunction(label), clamp, {
            ...optional,
            block: side,
            position: i + 1,
            ...LEADS,
            rated_A: COUPLED_A[family] ?? 1,
          }),
        ]),
      ),
    ),
    links: pins.map((_, i) => bar(`P${i + 1}`, `in${i + 1}`, `out${i + 1}`)),
    connectors: (['in', 'out'] as const).map((side) =>
      connectorOf(
        side,
        side,
        family,
        pins.map((_, i) => `${side}${i + 1}`),
      ),
    ),
  })

/** A sensor on three leads: plus, minus and what it says. */
const threeWire = (
  name: string,
  range_V: readonly [number, number],
  level_V: number,
  size: Size,
  current_A = 0.01,
): PartGiven =>
  partGiven(name, size, {
    mounting: 'panel',
    behaviour: { kind: 'sensor' },
    terminals: {
      'V+': terminal('+', 'V+', 'moulded', { ...LEADS, min_V: range_V[0], max_V: range_V[1] }),
      'V-': terminal('−', 'V-', 'moulded', LEADS),
      S: terminal('out', 'signal', 'moulded', { ...LEADS, direction: 'out', level_V }),
    },
    draws: [
      draw(
        'sensor',
        'Sensor',
        'V+',
        'V-',
        level_V < 10 ? 5 : 24,
        { current_A },
        { min_V: range_V[0], max_V: range_V[1], system: 'dc' },
      ),
    ],
  })

const twoWire = (name: string, size: Size): PartGiven =>
  partGiven(name, size, {
    mounting: 'loose',
    behaviour: { kind: 'sensor' },
    terminals: {
      '1': terminal('1', 'signal', 'pluggable', { ...LEADS, polarised: false }),
      '2': terminal('2', 'signal', 'pluggable', { ...LEADS, polarised: false }),
    },
  })

function pixels(volt: number, count: number, each_mA: number): PartGiven {
  const end = (label: string, fn: 'V+' | 'V-', rest: Partial<Terminal> = {}) =>
    terminal(label, fn, 'pluggable', { ...LEADS, ...rest })
  return partGiven(`${volt} V pixel string, ${count} pixels`, [count * 33, 12, 4], {
    mounting: 'loose',
    behaviour: { kind: 'pixel-string', count, each_mA, pitch_mm: 33, loop_ohm_per_m: 0.12 },
    terminals: {
      'V+': end('+', 'V+'),
      'V-': end('−', 'V-'),
      'V+2': end('+ far end', 'V+', optional),
      'V-2': end('− far end', 'V-', optional),
      D: terminal('data', 'data', 'pluggable', { ...optional, ...LEADS, direction: 'in', level_V: 5 }),
      DO: terminal('data, far end', 'data', 'pluggable', { ...optional, ...LEADS, direction: 'out', level_V: 5 }),
    },
    links: [bar('plus', 'V+', 'V+2'), bar('minus', 'V-', 'V-2')],
    draws: [draw('pixels', 'Pixels', 'V+', 'V-', volt, { current_A: (count * each_mA) / 1000 })],
  })
}

/** A servo of the model kind: plus, minus and its pulse. */
const servo = (name: string, current_A: number, size: Size): PartGiven =>
  partGiven(name, size, {
    behaviour: { kind: 'other' },
    terminals: {
      'V+': terminal('+', 'V+', 'contact25', { min_V: 4.8, max_V: 7.4 }),
      'V-': terminal('−', 'V-', 'contact25'),
      S: terminal('pulse', 'signal', 'contact25', { direction: 'in', level_V: 5 }),
    },
    draws: [draw('load', 'Servo', 'V+', 'V-', 5, { current_A }, { min_V: 4.8, max_V: 7.4, startFactor: 2 })],
  })

/** A socket for data on a part: its terminals, and the connector that they are in. */
interface DataPort {
  readonly terminals: Readonly<Record<string, Terminal>>
  readonly connector: ReturnType<typeof connectorOf>
}

function dataPort(id: string, family: 'usb' | 'network', pins: readonly string[]): DataPort {
  const keys = pins.map((_, i) => `${id}.${i + 1}`)
  const pinOf = (label: string, i: number) =>
    terminal(label, 'data', 'moulded', { ...optional, ...LEADS, block: id, position: i + 1, rated_V: 30, rated_A: 1 })
  return {
    terminals: Object.fromEntries(pins.map((label, i) => [keys[i]!, pinOf(label, i)])),
    connector: connectorOf(id, id, family, keys),
  }
}
const usb = (id: string) => dataPort(id, 'usb', ['5V', 'D−', 'D+', 'GND'])
const network = (id: string) => dataPort(id, 'network', range(8).map(String))

/** The part with sockets for data besides its own connectors. */
const withPorts = (part: PartGiven, ...ports: readonly DataPort[]): PartGiven => ({
  ...part,
  terminals: Object.assign({}, part.terminals, ...ports.map(({ terminals }) => terminals)) as PartGiven['terminals'],
  // Terminals of the catalogue are whole: they come from `terminal`.
  connectors: [
    ...housingsOf({ terminals: part.terminals as Readonly<Record<string, Terminal>>, behaviour: part.behaviour }),
    ...ports.map(({ connector }) => connector),
  ],
})

const keyed = (entries: readonly (readonly [string, PartGiven])[]) => Object.fromEntries(entries)

/** Two tracks, a quarter of a turn of each line apart, so that both ways are told. */
const encoder = (name: string, range_V: readonly [number, number], level_V: number, size: Size): PartGiven =>
  partGiven(name, size, {
    mounting: 'screws',
    behaviour: { kind: 'encoder' },
    terminals: {
      '+': terminal('+', 'V+', 'pluggable', { direction: 'in', min_V: range_V[0], max_V: range_V[1] }),
      '-': terminal('−', 'V-', 'pluggable', { direction: 'in' }),
      A: terminal('A', 'signal', 'pluggable', { direction: 'out', level_V }),
      B: terminal('B', 'signal', 'pluggable', { direction: 'out', level_V }),
    },
    draws: [draw('logic', 'Encoder', '+', '-', level_V, { current_A: 0.05 }, { min_V: range_V[0], max_V: range_V[1] })],
  })

/** A drive that makes three phases of one, at the spindle's own frequency; what rectifiers leak and what sees it: IEC 61800-5-1 (from memory). */
const spindleDrive = (name: string, power_W: number, mA: number, size: Size): PartGiven =>
  partGiven(name, size, {
    mounting: 'screws',
    behaviour: { kind: 'driver' },
    terminals: {
      L: terminal('L', 'L', 'screw'),
      N: terminal('N', 'N', 'screw'),
      PE: terminal('PE', 'PE', 'screw'),
      U: terminal('U', 'any', 'screw', { block: 'MOTOR', direction: 'out' }),
      V: terminal('V', 'any', 'screw', { block: 'MOTOR', direction: 'out' }),
      W: terminal('W', 'any', 'screw', { block: 'MOTOR', direction: 'out' }),
      RUN: terminal('run', 'signal', 'pluggable', { ...optional, direction: 'in', level_V: 24 }),
      COM: terminal('com', 'signal', 'pluggable', { ...optional, level_V: 0 }),
      FE: terminal('screen', 'FE', 'pluggable', optional),
    },
    draws: [
      draw(
        'drive',
        'Drive and spindle',
        'L',
        'N',
        230,
        { power_W },
        { powerFactor: 0.65, system: 'ac', does: 'moves' },
      ),
    ],
    leaks: { mA, form: 'mixed' },
    earths: at('PE'),
  })

const threePhaseSpindle = (name: string, phase_A: number, size: Size): PartGiven =>
  partGiven(name, size, {
    mounting: 'loose',
    behaviour: { kind: 'motor', phase_A, phase_ohm: null },
    terminals: {
      U: terminal('U', 'any', 'pluggable'),
      V: terminal('V', 'any', 'pluggable'),
      W: terminal('W', 'any', 'pluggable'),
      PE: terminal('PE', 'PE', 'pluggable'),
    },
    earths: at('PE'),
  })

export const MORE_LOADS: Readonly<Record<string, PartGiven>> = {
  ...keyed(
    STEPPERS.map(([edge, long, amp, ohm]) => [
      `part:stepper-${edge}-${long}`,
      stepper(`Stepper motor, ${edge} mm frame, ${long} mm long, ${amp} A`, [edge, edge, long], amp, ohm),
    ]),
  ),
  'part:driver-small': driver('Motor driver, 9–40 V, 3.5 A', 24, [9, 40], 3.5, [56, 96, 33], true),
  'part:driver-5': driver('Motor driver, 20–50 V, 5.6 A', 36, [20, 50], 5.6, [75, 118, 34], true),
  'part:driver-8': driver('Motor driver, 24–80 V, 7.8 A', 48, [24, 80], 7.8, [97, 151, 48], true),
  'part:breakout-16': breakout('Microcontroller on a breakout, 16 pins, 3.3 V', 16, 3.3, [70, 60, 15]),
  'part:breakout-30': breakout('Microcontroller on a breakout, 30 pins, 3.3 V', 30, 3.3, [90, 70, 15]),
  'part:breakout-20-5': breakout('Microcontroller on a breakout, 20 pins, 5 V', 20, 5, [85, 60, 15]),
  'part:controller-8-4': machineController(8, 4),
  'part:controller-12-8': machineController(12, 8),
  'part:printer-board-24-bed': machineBoard(
    'Printer board, 4 axes, bed output, 24 V',
    24,
    4,
    [
      ['BED', 12],
      ['H0', 6],
      ['FAN0', 2],
      ['FAN1', 2],
    ],
    ['T0', 'TB'],
    [110, 85, 25],
  ),
  'part:printer-board-12': machineBoard(
    'Printer board, 4 axes, 12 V',
    12,
    4,
    [
      ['BED', 11],
      ['H0', 5],
      ['FAN0', 2],
    ],
    ['T0', 'TB'],
    [110, 85, 25],
  ),
  'part:printer-board-24-8': machineBoard(
    'Printer board, 8 axes, 24 V',
    24,
    8,
    [
      ['BED', 15],
      ['H0', 6],
      ['H1', 6],
      ['FAN0', 2],
      ['FAN1', 2],
      ['FAN2', 2],
      ['AUX', 3],
    ],
    ['T0', 'T1', 'TB'],
    [160, 100, 25],
  ),
  'part:router-board-24': machineBoard(
    'Router board, 3 axes, 24 V',
    24,
    3,
    [
      ['CTL', 2],
      ['AUX', 2],
    ],
    [],
    [90, 70, 25],
  ),
  'part:pixel-controller-4': pixelController(4),
  'part:pixel-controller-8': pixelController(8),
  'part:computer-5-15': withPorts(
    powered('Single-board computer, 5 V 15 W', 'computer', 5, 15, [85, 56, 25]),
    usb('USB1'),
    usb('USB2'),
    network('NET'),
  ),
  'part:computer-12': withPorts(
    powered('Small computer, 12 V 30 W', 'computer', 12, 30, [120, 120, 40], [11, 13]),
    usb('USB1'),
    usb('USB2'),
    network('NET'),
  ),
  'part:screen-12': powered('Screen, 12 V 10 W', 'screen', 12, 10, [200, 130, 20], [10.8, 13.2]),
  'part:screen-24': powered('Operator panel, 24 V 10 W', 'screen', 24, 10, [200, 150, 45], [20.4, 28.8]),
  'part:network-switch-5': withPorts(
    powered('Network switch, 5 V 5 W', 'other', 5, 5, [100, 70, 25]),
    ...range(5).map((n) => network(`NET${n}`)),
  ),
  'part:usb-hub-5': withPorts(
    powered('USB hub, 5 V 10 W', 'other', 5, 10, [90, 40, 20]),
    usb('UP'),
    ...range(4).map((n) => usb(`USB${n}`)),
  ),
  'part:camera-5': withPorts(powered('Camera, 5 V 2 W', 'other', 5, 2, [30, 30, 25]), usb('USB')),
  'part:coupler-usb': coupler('USB panel coupler', 'usb', ['5V', 'D−', 'D+', 'GND'], 'moulded', [30, 20, 30]),
  'part:coupler-network': coupler('Network panel coupler', 'network', range(8).map(String), 'moulded', [22, 28, 32]),
  'part:jack-barrel': coupler('Barrel jack, panel, 5.5 × 2.1 mm', 'barrel', ['+', '−'], 'solderEnd', [14, 14, 25]),
  'part:plug-panel-4': coupler(
    'Round panel connector, 4 ways',
    'round',
    range(4).map(String),
    'solderEnd',
    [18, 18, 35],
  ),
  'part:plug-panel-8': coupler(
    'Round panel connector, 8 ways',
    'round',
    range(8).map(String),
    'solderEnd',
    [22, 22, 38],
  ),
  'part:proximity-plus': threeWire('Proximity switch, 10–30 V, output to plus', [10, 30], 24, [12, 12, 60]),
  'part:proximity-5': threeWire('Proximity switch, 5 V', [4.5, 5.5], 5, [12, 12, 40]),
  'part:end-stop-3': {
    ...threeWire('End stop on three leads, 5 V', [3, 5.5], 5, [20, 12, 8]),
    settings: [contactSetting],
  },
  'part:end-stop-optical': {
    ...threeWire('Optical end stop, 5 V', [4.5, 5.5], 5, [33, 12, 12], 0.02),
    settings: [contactSetting],
  },
  'part:encoder-5': encoder('Rotary encoder, two tracks, 5 V', [4.5, 5.5], 5, [38, 38, 35]),
  'part:encoder-24': encoder('Rotary encoder, two tracks, 10–30 V', [10, 30], 24, [58, 58, 45]),
  'part:bed-probe': threeWire('Height probe, 5 V', [4.5, 5.5], 3.3, [13, 20, 40], 0.1),
  'part:probe-digital': threeWire('Temperature probe on three leads, 3.3–5 V', [3, 5.5], 3.3, [6, 50, 6], 0.002),
  'part:flow-sensor': threeWire('Flow sensor, 5 V', [4.5, 18], 5, [60, 40, 30]),
  'part:filament-sensor': threeWire('Material sensor, 5 V', [3, 5.5], 5, [25, 20, 15]),
  'part:probe-resistance': twoWire('Temperature probe, resistance, two leads', [4, 30, 4]),
  'part:reed': { ...twoWire('Reed contact', [3, 20, 3]), settings: [contactSetting] },
  'part:fan-5-40': two('Fan 40 mm, 5 V', 'fan', 5, { current_A: 0.15 }, [40, 40, 10], {
    airflow: 8,
    mounting: 'panel',
  }),
  'part:fan-12-40': two('Fan 40 mm, 12 V', 'fan', 12, { current_A: 0.1 }, [40, 40, 10], {
    airflow: 10,
    mounting: 'panel',
  }),
  'part:fan-24-40': two('Fan 40 mm, 24 V', 'fan', 24, { current_A: 0.06 }, [40, 40, 10], {
    airflow: 10,
    mounting: 'panel',
  }),
  'part:fan-12-60': two('Fan 60 mm, 12 V', 'fan', 12, { current_A: 0.15 }, [60, 60, 25], {
    airflow: 30,
    mounting: 'panel',
  }),
  'part:fan-24-60': two('Fan 60 mm, 24 V', 'fan', 24, { current_A: 0.1 }, [60, 60, 25], {
    airflow: 30,
    mounting: 'panel',
  }),
  'part:fan-12-120': two('Fan 120 mm, 12 V', 'fan', 12, { current_A: 0.3 }, [120, 120, 25], {
    airflow: 110,
    mounting: 'panel',
  }),
  'part:fan-24-120': two('Fan 120 mm, 24 V', 'fan', 24, { current_A: 0.2 }, [120, 120, 38], {
    airflow: 150,
    mounting: 'panel',
  }),
  'part:blower-24': two('Blower 50 mm, 24 V', 'fan', 24, { current_A: 0.12 }, [51, 51, 15], { airflow: 9 }),
  'part:blower-12': two('Blower 50 mm, 12 V', 'fan', 12, { current_A: 0.18 }, [51, 51, 15], { airflow: 9 }),
  'part:bed-24-200': two('Heated bed, 24 V 200 W', 'heater', 24, { power_W: 200 }, [235, 235, 4]),
  'part:bed-12-120': two('Heated bed, 12 V 120 W', 'heater', 12, { power_W: 120 }, [214, 214, 3]),
  'part:heater-24-60': two('Cartridge heater, 24 V 60 W', 'heater', 24, { power_W: 60 }, [6, 20, 6]),
  'part:pad-24-50': two('Heating pad, 24 V 50 W', 'heater', 24, { power_W: 50 }, [100, 100, 2]),
  'part:pad-mains-400': mainsLoad('Heating pad on mains, 400 W', 'heater', 400, [300, 300, 3]),
  'part:heater-mains-1500': mainsLoad('Fan heater on mains, 1500 W', 'heater', 1500, [200, 120, 200]),
  'part:fan-mains': mainsLoad('Fan 120 mm on mains', 'fan', 20, [120, 120, 38]),
  'part:pump-mains': mainsLoad('Pump on mains, 45 W', 'other', 45, [90, 80, 130]),
  'part:vacuum-mains': mainsLoad('Vacuum cleaner on mains, 1200 W', 'other', 1200, [350, 350, 400]),
  'part:lamp-mains': mainsLoad('Lamp on mains, 15 W', 'lamp', 15, [100, 100, 100]),
  'part:spindle-drive-750': spindleDrive('Spindle drive, 0.75 kW, 230 V in, 0–400 Hz out', 900, 3.5, [80, 160, 130]),
  'part:spindle-drive-1500': spindleDrive('Spindle drive, 1.5 kW, 230 V in, 0–400 Hz out', 1800, 6, [100, 170, 140]),
  'part:spindle-3-750': threePhaseSpindle('Spindle, three phases, 0.75 kW', 4, [65, 65, 200]),
  'part:spindle-3-1500': threePhaseSpindle('Spindle, three phases, 1.5 kW', 7, [80, 80, 220]),
  'part:spindle-800': mainsLoad('Router motor on mains, 800 W', 'other', 800, [70, 70, 220]),
  'part:spindle-48': two('Spindle, 48 V 500 W', 'other', 48, { power_W: 500 }, [52, 52, 180]),
  'part:spindle-24': two('Spindle, 24 V 200 W', 'other', 24, { power_W: 200 }, [44, 44, 120]),
  'part:gear-motor-12': two('Gear motor, 12 V 1 A', 'other', 12, { current_A: 1 }, [37, 37, 70]),
  'part:gear-motor-24': two('Gear motor, 24 V 2 A', 'other', 24, { current_A: 2 }, [42, 42, 90]),
  'part:actuator-12': two('Linear actuator, 12 V 3 A', 'other', 12, { current_A: 3 }, [40, 300, 60], {
    polarised: false,
  }),
  'part:pump-12': two('Pump, 12 V 2 A', 'other', 12, { current_A: 2 }, [70, 90, 60]),
  'part:pump-24': two('Pump, 24 V 1.5 A', 'other', 24, { current_A: 1.5 }, [70, 90, 60]),
  'part:valve-12': two('Air valve, 12 V', 'other', 12, { power_W: 5 }, [25, 50, 40], { polarised: false }),
  'part:lock-12': two('Door lock, solenoid, 12 V', 'other', 12, { current_A: 0.6 }, [55, 40, 28], { polarised: false }),
  'part:buzzer-24': two('Buzzer, 24 V', 'other', 24, { current_A: 0.03 }, [30, 30, 30], { mounting: 'panel' }),
  'part:lamp-12': two('Lamp, 12 V 10 W', 'lamp', 12, { power_W: 10 }, [60, 60, 30]),
  'part:strip-24': two('Light strip, 24 V 20 W', 'lamp', 24, { power_W: 20 }, [1000, 10, 3]),
  'part:indicator-24': two('Indicator, 24 V', 'lamp', 24, { current_A: 0.02 }, [30, 30, 40], { mounting: 'panel' }),
  'part:beacon-24': two('Signal lamp, 24 V 5 W', 'lamp', 24, { power_W: 5 }, [50, 50, 120]),
  'part:servo-small': servo('Servo, small, 5 V', 0.7, [23, 12, 29]),
  'part:servo-large': servo('Servo, large, 5–7 V', 2.5, [40, 20, 40]),
  'part:pixels-5-50': pixels(5, 50, 60),
  'part:pixels-5-150': pixels(5, 150, 60),
  'part:pixels-12-50': pixels(12, 50, 20),
  'part:pixels-12-300': pixels(12, 300, 15),
  'part:pixels-24-100': pixels(24, 100, 15),
}
