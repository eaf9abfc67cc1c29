import type { PartGiven, Terminal } from '@/core/plan'
import { at, bar, byFirmware, contactSetting, partGiven, draw, optional, semiconductor, terminal } from './builders'

const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)

/** Two terminals and what hangs between them. */
function twoTerminal(
  name: string,
  size: readonly [number, number, number],
  kind: 'heater' | 'fan' | 'lamp' | 'other',
  nominal_V: number,
  amount: { power_W: number } | { current_A: number },
  rest: Omit<Partial<PartGiven>, 'terminals'> = {},
): PartGiven {
  const isResistive = kind === 'heater'
  return partGiven(name, size, {
    behaviour: kind === 'fan' ? { kind, airflow_m3_per_h: null } : { kind },
    terminals: {
      '+': terminal('+', 'V+', 'pluggable', {
        polarised: !isResistive,
        rated_A: 15,
        conductors: { min_mm2: 0.14, max_mm2: 2.5, count: 1 },
      }),
      '-': terminal('−', 'V-', 'pluggable', {
        polarised: !isResistive,
        rated_A: 15,
        conductors: { min_mm2: 0.14, max_mm2: 2.5, count: 1 },
      }),
    },
    draws: [
      draw('load', isResistive ? 'Heat' : name, '+', '-', nominal_V, amount, isResistive ? { model: 'resistive' } : {}),
    ],
    ...rest,
  })
}

const boardOutput = (block: string): Record<string, Terminal> => ({
  [`${block}+`]: terminal('+', 'V+', 'boardScrew', { ...optional, block, direction: 'out' }),
  [`${block}-`]: terminal('−', 'V-', 'boardScrew', { ...optional, block, direction: 'out' }),
})

/** A motion board: one power input, switched outputs whose plus is the input and whose minus a transistor closes, motors and sensors. */
function motionBoard(name: string, axes: number, voltage_V: number): PartGiven {
  const coil = (axis: number) =>
    Object.fromEntries(
      (['A+', 'A-', 'B+', 'B-'] as const).map((pin, i) => [
        `M${axis}${pin}`,
        terminal(pin, pin.startsWith('A') ? 'coil-A' : 'coil-B', 'contact25', {
          ...optional,
          block: `M${axis}`,
          position: i + 1,
          direction: 'out',
        }),
      ]),
    )
  const input = (axis: number) => ({
    [`E${axis}S`]: terminal('sig', 'signal', 'contact25', {
      ...optional,
      block: `E${axis}`,
      position: 1,
      direction: 'in',
      level_V: 3.3,
    }),
    [`E${axis}G`]: terminal('gnd', 'signal', 'contact25', {
      ...optional,
      block: `E${axis}`,
      position: 2,
      direction: 'in',
      level_V: 0,
    }),
  })
  const probe = (n: number) => ({
    [`T${n}S`]: terminal('sig', 'signal', 'contact25', {
      ...optional,
      block: `T${n}`,
      position: 1,
      direction: 'in',
      level_V: 3.3,
    }),
    [`T${n}G`]: terminal('gnd', 'signal', 'contact25', { ...optional, block: `T${n}`, position: 2, level_V: 0 }),
  })
  const outputs = ['H0', 'H1', 'FAN0', 'FAN1', 'CTL']
  return partGiven(name, [110, 86, 25], {
    mounting: 'standoffs',
    behaviour: { kind: 'board' },
    terminals: {
      'V+': terminal('+', 'V+', 'boardScrew', {
        block: 'POWER',
        direction: 'in',
        conductors: { min_mm2: 0.2, max_mm2: 6, count: 1 },
        rated_A: 30,
      }),
      'V-': terminal('−', 'V-', 'boardScrew', {
        block: 'POWER',
        direction: 'in',
        conductors: { min_mm2: 0.2, max_mm2: 6, count: 1 },
        rated_A: 30,
      }),
      ...Object.assign({}, ...outputs.map((block) => boardOutput(block))),
      ...Object.assign({}, ...range(axes).map(coil), ...range(axes).map(input), probe(0), probe(1)),
      TX: terminal('TX', 'data', 'contact25', { ...optional, block: 'LINK', direction: 'out', level_V: 3.3 }),
      RX: terminal('RX', 'data', 'contact25', { ...optional, block: 'LINK', direction: 'in', level_V: 3.3 }),
      G: terminal('gnd', 'data', 'contact25', { ...optional, block: 'LINK', level_V: 0 }),
      XS: terminal('step', 'signal', 'contact25', {
        ...optional,
        block: 'EXT',
        position: 1,
        direction: 'out',
        level_V: 5,
      }),
      XD: terminal('dir', 'signal', 'contact25', {
        ...optional,
        block: 'EXT',
        position: 2,
        direction: 'out',
        level_V: 5,
      }),
      XG: terminal('gnd', 'signal', 'contact25', { ...optional, block: 'EXT', position: 3, level_V: 0 }),
    },
    actuators: outputs.map((block) => byFirmware(block)),
    links: [
      bar('plus', 'V+', ...outputs.map((block) => `${block}+`)),
      bar('gnd', 'V-', 'G', 'XG', 'T0G', 'T1G', ...range(axes).map((axis) => `E${axis}G`)),
      ...outputs.map((block) => semiconductor(block, `${block}-`, 'V-', 0.1, 10, block)),
    ],
    draws: [
      draw('logic', 'Logic', 'V+', 'V-', voltage_V, { power_W: 5 }),
      draw('motors', 'Motors, all axes', 'V+', 'V-', voltage_V, { power_W: axes * 12 }),
    ],
  })
}

/** A motion controller: pulses and directions on one ground, sensor inputs, no power for motors of its own. */
function motionController(name: string, axes: number, voltage_V: number): PartGiven {
  const out = (axis: number, label: 'pulse' | 'dir') =>
    terminal(label, 'signal', 'pluggable', { ...optional, block: `AXIS ${axis}`, direction: 'out', level_V: 5 })
  const input = (axis: number) => ({
    [`I${axis}S`]: terminal('sig', 'signal', 'pluggable', {
      ...optional,
      block: `IN ${axis}`,
      direction: 'in',
      level_V: 5,
    }),
    [`I${axis}G`]: terminal('gnd', 'signal', 'pluggable', { ...optional, block: `IN ${axis}`, level_V: 0 }),
  })
  return partGiven(name, [80, 60, 20], {
    mounting: 'standoffs',
    behaviour: { kind: 'board' },
    terminals: {
      'V+': terminal(`${voltage_V}V`, 'V+', 'pluggable', { direction: 'in' }),
      'V-': terminal('GND', 'V-', 'pluggable', { direction: 'in' }),
      'V-2': terminal('GND', 'V-', 'pluggable', optional),
      ...Object.assign(
        {},
        ...range(axes).map((axis) => ({ [`P${axis}`]: out(axis, 'pulse'), [`D${axis}`]: out(axis, 'dir') })),
        ...range(axes).map(input),
      ),
      G: terminal('gnd', 'signal', 'pluggable', { ...optional, block: 'AXES', level_V: 0 }),
    },
    links: [bar('gnd', 'V-', 'V-2', 'G', ...range(axes).map((axis) => `I${axis}G`))],
    draws: [draw('logic', 'Logic', 'V+', 'V-', voltage_V, { power_W: 3 })],
  })
}

/** A stepper with leads of its own, by what is printed on it. */
function stepperOf(
  name: string,
  size: readonly [number, number, number],
  phase_A: number,
  phase_ohm: number,
): PartGiven {
  return partGiven(name, size, {
    mounting: 'screws',
    behaviour: { kind: 'motor', phase_A, phase_ohm },
    terminals: Object.fromEntries(
      (['A+', 'A-', 'B+', 'B-'] as const).map((pin) => [
        pin,
        terminal(pin, pin.startsWith('A') ? 'coil-A' : 'coil-B', 'pluggable'),
      ]),
    ),
  })
}

/** Fed at its beginning, and where its far end is wired too, from both. */
function pixels(voltage_V: number, count = 100): PartGiven {
  return partGiven(`${voltage_V} V pixel string, ${count} pixels`, [count * 50, 12, 4], {
    mounting: 'loose',
    behaviour: { kind: 'pixel-string', count, each_mA: 15, pitch_mm: 50, loop_ohm_per_m: 0.12 },
    terminals: {
      'V+': terminal('+', 'V+', 'pluggable'),
      'V-': terminal('−', 'V-', 'pluggable'),
      'V+2': terminal('+ far end', 'V+', 'pluggable', optional),
      'V-2': terminal('− far end', 'V-', 'pluggable', optional),
      D: terminal('data', 'data', 'pluggable', { ...optional, direction: 'in', level_V: 5 }),
      DO: terminal('data, far end', 'data', 'pluggable', { ...optional, direction: 'out', level_V: 5 }),
    },
    links: [bar('plus', 'V+', 'V+2'), bar('minus', 'V-', 'V-2')],
    draws: [draw('pixels', 'Pixels, all white', 'V+', 'V-', voltage_V, { current_A: (count * 15) / 1000 })],
  })
}

export const LOAD_PARTS: Readonly<Record<string, PartGiven>> = {
  'part:motion-board-24': motionBoard('Motion board, 5 axes, 24 V', 5, 24),
  'part:motion-board-12': motionBoard('Motion board, 5 axes, 12 V', 5, 12),
  'part:driver': partGiven('Motor driver, enclosed, 24–48 V', [75, 118, 34], {
    behaviour: { kind: 'driver' },
    terminals: {
      'V+': terminal('+V', 'V+', 'boardScrew', { direction: 'in' }),
      'V-': terminal('GND', 'V-', 'boardScrew', { direction: 'in' }),
      ...Object.fromEntries(
        (['A+', 'A-', 'B+', 'B-'] as const).map((pin) => [
          pin,
          terminal(pin, pin.startsWith('A') ? 'coil-A' : 'coil-B', 'boardScrew', { ...optional, direction: 'out' }),
        ]),
      ),
      'PUL+': terminal('PUL+', 'signal', 'pluggable', { ...optional, isolated: true, direction: 'in' }),
      'PUL-': terminal('PUL−', 'signal', 'pluggable', { ...optional, isolated: true, direction: 'in' }),
      'DIR+': terminal('DIR+', 'signal', 'pluggable', { ...optional, isolated: true, direction: 'in' }),
      'DIR-': terminal('DIR−', 'signal', 'pluggable', { ...optional, isolated: true, direction: 'in' }),
    },
    draws: [draw('motor', 'Its motor', 'V+', 'V-', 36, { power_W: 60 }, { min_V: 18 })],
    settings: [
      {
        id: 'current',
        name: 'Motor current',
        kind: 'switch',
        options: ['1.5 A', '2.0 A', '2.8 A', '3.5 A', '4.2 A'],
        initial: '1.5 A',
        beforeMounting: true,
      },
    ],
  }),
  'part:controller-5': partGiven('Controller board, 5 V', [80, 60, 20], {
    mounting: 'standoffs',
    behaviour: { kind: 'board' },
    terminals: {
      'V+': terminal('5V', 'V+', 'pluggable', { direction: 'in' }),
      'V-': terminal('GND', 'V-', 'pluggable', { direction: 'in' }),
      'V-2': terminal('GND', 'V-', 'pluggable', optional),
      ...Object.fromEntries(
        range(8).map((i) => [
          `D${i}`,
          terminal(`D${i}`, 'data', 'pluggable', { ...optional, direction: 'out', level_V: 5 }),
        ]),
      ),
    },
    links: [bar('gnd', 'V-', 'V-2')],
    draws: [draw('logic', 'Logic', 'V+', 'V-', 5, { power_W: 3 })],
  }),
  'part:computer-5': partGiven('Small computer, 5 V', [85, 56, 20], {
    mounting: 'standoffs',
    behaviour: { kind: 'computer' },
    terminals: {
      'V+': terminal('5V', 'V+', 'pluggable', { direction: 'in' }),
      'V-': terminal('GND', 'V-', 'pluggable', { direction: 'in' }),
      TX: terminal('TX', 'data', 'contact25', { ...optional, direction: 'out', level_V: 3.3 }),
      RX: terminal('RX', 'data', 'contact25', { ...optional, direction: 'in', level_V: 3.3 }),
      G: terminal('gnd', 'data', 'contact25', { ...optional, level_V: 0 }),
    },
    links: [bar('gnd', 'V-', 'G')],
    draws: [draw('logic', 'Computer', 'V+', 'V-', 5, { power_W: 10 }, { min_V: 4.75 })],
  }),
  'part:screen-5': partGiven('Screen, 5 V', [120, 75, 15], {
    mounting: 'panel',
    behaviour: { kind: 'screen' },
    terminals: {
      'V+': terminal('5V', 'V+', 'pluggable', { direction: 'in' }),
      'V-': terminal('GND', 'V-', 'pluggable', { direction: 'in' }),
    },
    draws: [draw('screen', 'Screen', 'V+', 'V-', 5, { power_W: 2 })],
  }),
  'part:heater-24': twoTerminal(
    'Cartridge heater, 24 V 40 W',
    [20, 6, 6],
    'heater',
    24,
    { power_W: 40 },
    { mounting: 'loose' },
  ),
  'part:heater-12': twoTerminal(
    'Cartridge heater, 12 V 40 W',
    [20, 6, 6],
    'heater',
    12,
    { power_W: 40 },
    { mounting: 'loose' },
  ),
  'part:hot-wire-48': twoTerminal(
    'Hot wire, 48 V 150 W',
    [900, 1, 1],
    'heater',
    48,
    { power_W: 150 },
    { mounting: 'loose', behaviour: { kind: 'heater', openAir: true } },
  ),
  'part:fan-24': twoTerminal(
    'Fan 80 mm, 24 V',
    [80, 80, 25],
    'fan',
    24,
    { current_A: 0.12 },
    { mounting: 'panel', behaviour: { kind: 'fan', airflow_m3_per_h: 50 } },
  ),
  'part:fan-12': twoTerminal(
    'Fan 80 mm, 12 V',
    [80, 80, 25],
    'fan',
    12,
    { current_A: 0.2 },
    { mounting: 'panel', behaviour: { kind: 'fan', airflow_m3_per_h: 50 } },
  ),
  'part:valve-24': twoTerminal('Air valve, 24 V', [40, 30, 60], 'other', 24, { power_W: 12 }),
  'part:lamp-24': twoTerminal('Work lamp, 24 V', [300, 20, 20], 'lamp', 24, { power_W: 10 }),
  'part:mains-plate': partGiven('Heated plate on mains', [300, 300, 8], {
    behaviour: { kind: 'heater' },
    terminals: {
      '1': terminal('1', 'L', 'tab63'),
      '2': terminal('2', 'N', 'tab63'),
      PE: terminal('earth point', 'PE', 'stud'),
    },
    draws: [draw('heat', 'Heat', '1', '2', 230, { power_W: 600 }, { model: 'resistive' })],
    earths: at('PE'),
  }),
  'part:spindle-mains': partGiven('Router motor on mains', [90, 90, 250], {
    behaviour: { kind: 'other' },
    terminals: { L: terminal('L', 'L', 'screw'), N: terminal('N', 'N', 'screw'), PE: terminal('PE', 'PE', 'screw') },
    draws: [draw('motor', 'Motor', 'L', 'N', 230, { power_W: 700 }, { powerFactor: 0.9, startFactor: 4 })],
    earths: at('PE'),
  }),
  'part:stepper': partGiven('Stepper motor, 1.5 A', [42, 42, 48], {
    mounting: 'screws',
    behaviour: { kind: 'motor', phase_A: 1.5, phase_ohm: 2 },
    terminals: Object.fromEntries(
      (['A+', 'A-', 'B+', 'B-'] as const).map((pin) => [
        pin,
        terminal(pin, pin.startsWith('A') ? 'coil-A' : 'coil-B', 'contact25'),
      ]),
    ),
  }),
  'part:stepper-28': stepperOf('Stepper motor, 2.8 A', [57, 57, 76], 2.8, 1.1),
  'part:stepper-42': stepperOf('Stepper motor, 4.2 A', [57, 57, 112], 4.2, 0.9),
  'part:motion-controller-5': motionController('Motion controller, 6 axes, 5 V', 6, 5),
  'part:motion-controller-24': motionController('Motion controller, 4 axes, 24 V', 4, 24),
  'part:end-stop': partGiven('End stop', [20, 10, 8], {
    behaviour: { kind: 'sensor' },
    terminals: {
      S: terminal('sig', 'signal', 'contact25', { direction: 'out', level_V: 3.3 }),
      G: terminal('gnd', 'signal', 'contact25', { level_V: 0 }),
    },
    settings: [contactSetting],
  }),
  'part:thermistor': partGiven('Thermistor', [3, 15, 3], {
    mounting: 'loose',
    behaviour: { kind: 'sensor' },
    terminals: { '1': terminal('1', 'signal', 'contact25'), '2': terminal('2', 'signal', 'contact25') },
  }),
  'part:pixels-5': pixels(5),
  'part:pixels-12': pixels(12),
  'part:pixels-12-240': pixels(12, 240),
}
