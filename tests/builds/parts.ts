import {
  at,
  bar,
  byCoil,
  byFirmware,
  byHand,
  contact,
  definePart,
  draw,
  fusePlace,
  optional,
  semiconductor,
  terminal,
} from '@/core/catalogue/builders'
import type { Part } from '@/core/plan'

/** Things that lie on a bench and in no catalogue: each invented, with what its sheet would say. */

const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)

/** Relays of several channels on one board: each with its own input, all on one feed. */
export function relayBoard(channels: number, activeLow: boolean): Part {
  return definePart(`Relay board, ${channels} channels, 5 V`, [75, 25 * channels, 20], {
    mounting: 'standoffs',
    behaviour: { kind: 'relay' },
    actuators: range(channels).map((n) =>
      byCoil(`K${n}`, `Channel ${n}`, activeLow ? 'VCC' : `IN${n}`, activeLow ? `IN${n}` : 'GND', {
        activeLow: false,
        hasDriver: true,
        hasFlyback: true,
        pickUp_V: 2.5,
        max_V: 5.5,
      }),
    ),
    terminals: {
      VCC: terminal('VCC', 'V+', 'contact25', { direction: 'in', min_V: 4.5, max_V: 5.5 }),
      GND: terminal('GND', 'V-', 'contact25', { direction: 'in' }),
      ...Object.fromEntries(
        range(channels).map((n) => [
          `IN${n}`,
          terminal(`IN${n}`, 'signal', 'contact25', { ...optional, direction: 'in', level_V: 5 }),
        ]),
      ),
      ...Object.fromEntries(
        range(channels).flatMap((n) =>
          (['COM', 'NO', 'NC'] as const).map((pin) => [
            `${pin}${n}`,
            terminal(pin, `contact-${pin}`, 'screw', { ...optional, block: `K${n}` }),
          ]),
        ),
      ),
    },
    draws: [draw('relays', 'All relays', 'VCC', 'GND', 5, { current_A: 0.07 * channels })],
    links: range(channels).flatMap((n) => [
      contact(`NO${n}`, `COM${n}`, `NO${n}`, 'open', `K${n}`, 10),
      contact(`NC${n}`, `COM${n}`, `NC${n}`, 'closed', `K${n}`, 10),
    ]),
  })
}

/** A microcontroller on a breakout: 5 V feed, 3.3 V pins that the program makes inputs or outputs. */
export const MICRO: Part = definePart('Microcontroller on a breakout', [70, 60, 15], {
  mounting: 'standoffs',
  behaviour: { kind: 'board' },
  terminals: {
    '5V': terminal('5V', 'V+', 'pluggable', { direction: 'in', min_V: 4.5, max_V: 5.5 }),
    GND: terminal('GND', 'V-', 'pluggable', { direction: 'in' }),
    GND2: terminal('GND', 'V-', 'pluggable', optional),
    GND3: terminal('GND', 'V-', 'pluggable', optional),
    '3V3': terminal('3V3', 'V+', 'pluggable', { ...optional, direction: 'out' }),
    ...Object.fromEntries(
      range(16).map((n) => [
        `P${n}`,
        terminal(`P${n}`, 'signal', 'pluggable', { ...optional, direction: 'both', level_V: 3.3, max_V: 3.6 }),
      ]),
    ),
  },
  links: [bar('gnd', 'GND', 'GND2', 'GND3')],
  draws: [draw('logic', 'Logic', '5V', 'GND', 5, { power_W: 1.5 }, { min_V: 4.5, max_V: 5.5 })],
})

/** Pulses and directions for four axes on one common, four inputs, two transistor outputs that switch the minus. */
export const MOTION: Part = definePart('Motion controller, 4 axes, 12–24 V', [120, 90, 25], {
  mounting: 'standoffs',
  behaviour: { kind: 'board' },
  terminals: {
    'V+': terminal('+', 'V+', 'pluggable', { block: 'POWER', direction: 'in', min_V: 11, max_V: 26 }),
    'V-': terminal('−', 'V-', 'pluggable', { block: 'POWER', direction: 'in' }),
    COM: terminal('5V com', 'V+', 'pluggable', { ...optional, block: 'AXES', direction: 'out' }),
    ...Object.fromEntries(
      range(4).flatMap((n) =>
        (['P', 'D'] as const).map((pin) => [
          `${pin}${n}`,
          terminal(pin === 'P' ? 'pulse' : 'dir', 'signal', 'pluggable', {
            ...optional,
            block: `AXIS ${n}`,
            direction: 'out',
            level_V: 5,
          }),
        ]),
      ),
    ),
    ...Object.fromEntries(
      range(4).flatMap((n) => [
        [
          `I${n}`,
          terminal('in', 'signal', 'pluggable', { ...optional, block: `IN ${n}`, direction: 'in', level_V: 24 }),
        ],
        [`G${n}`, terminal('gnd', 'signal', 'pluggable', { ...optional, block: `IN ${n}`, level_V: 0 })],
      ]),
    ),
    ...Object.fromEntries(
      range(2).flatMap((n) => [
        [`O${n}+`, terminal('+', 'V+', 'pluggable', { ...optional, block: `OUT ${n}`, direction: 'out' })],
        [`O${n}-`, terminal('−', 'V-', 'pluggable', { ...optional, block: `OUT ${n}`, direction: 'out' })],
      ]),
    ),
  },
  actuators: [byFirmware('O1'), byFirmware('O2')],
  links: [
    bar('plus', 'V+', 'O1+', 'O2+'),
    bar('gnd', 'V-', 'G1', 'G2', 'G3', 'G4'),
    semiconductor('O1', 'O1-', 'V-', 0.1, 2, 'O1'),
    semiconductor('O2', 'O2-', 'V-', 0.1, 2, 'O2'),
  ],
  draws: [draw('logic', 'Logic', 'V+', 'V-', 24, { power_W: 3 }, { min_V: 11, max_V: 26 })],
})

/** A proximity switch of three wires: brown, blue, and a black output that brings the plus. */
export const PROXIMITY: Part = definePart('Proximity switch, 10–30 V, output to plus', [12, 12, 60], {
  mounting: 'panel',
  behaviour: { kind: 'sensor' },
  terminals: {
    BN: terminal('brown', 'V+', 'moulded', { conductors: { min_mm2: 0.08, max_mm2: 0.75, count: 1 } }),
    BU: terminal('blue', 'V-', 'moulded', { conductors: { min_mm2: 0.08, max_mm2: 0.75, count: 1 } }),
    BK: terminal('black', 'signal', 'moulded', {
      direction: 'out',
      level_V: 24,
      conductors: { min_mm2: 0.08, max_mm2: 0.75, count: 1 },
    }),
  },
  draws: [draw('sensor', 'Sensor', 'BN', 'BU', 24, { current_A: 0.01 }, { min_V: 10, max_V: 30, system: 'dc' })],
})

export const BATTERY_12: Part = definePart('Battery 12 V, 18 Ah', [180, 170, 80], {
  behaviour: {
    kind: 'battery',
    outputs: [{ id: 'out', plus: at('+'), minus: at('-'), voltage_V: 12, current_A: 18, limit_A: 400 }],
    capacity_Ah: 18,
  },
  terminals: { '+': terminal('+', 'V+', 'powerStud'), '-': terminal('−', 'V-', 'powerStud') },
})

export const ADAPTER_5: Part = definePart('Adapter 5 V 3 A with its plug', [60, 40, 30], {
  mounting: 'loose',
  behaviour: {
    kind: 'adapter',
    outputs: [{ id: 'out', plus: at('+'), minus: at('-'), voltage_V: 5, current_A: 3, limit_A: 3.6 }],
  },
  terminals: { '+': terminal('+', 'V+', 'pluggable'), '-': terminal('−', 'V-', 'pluggable') },
})

/** A blade fuse in the lead. */
export const INLINE_BLADE: Part = definePart('In-line holder for a blade fuse', [20, 50, 15], {
  mounting: 'in-line',
  behaviour: { kind: 'protective-device' },
  terminals: {
    '1': terminal('1', 'V+', 'solderEnd', { rated_A: 30, conductors: { min_mm2: 0.5, max_mm2: 6, count: 1 } }),
    '2': terminal('2', 'V+', 'solderEnd', { rated_A: 30, conductors: { min_mm2: 0.5, max_mm2: 6, count: 1 } }),
  },
  links: [fusePlace('F', '1', '2', 'ISO 8820-3', null)],
})

/** Two poles, three positions: off in the middle, the two ways out on either side. */
export const REVERSER: Part = definePart('Toggle switch, two poles, on-off-on', [16, 32, 40], {
  mounting: 'panel',
  behaviour: { kind: 'switch' },
  actuators: [
    { id: 'hand', name: 'By hand', by: 'hand', positions: ['off', 'out', 'in'], rest: 'off', service: 'out' },
  ],
  terminals: Object.fromEntries(
    ['A', 'A1', 'A2', 'B', 'B1', 'B2'].map((key) => [
      key,
      terminal(key, 'any', 'tab48', key.length > 1 ? optional : {}),
    ]),
  ),
  links: (['A', 'B'] as const).flatMap((pole) =>
    (['1', '2'] as const).map((side) => ({
      id: `${pole}${side}`,
      kind: 'contact' as const,
      a: pole,
      b: `${pole}${side}`,
      actuator: 'hand',
      closedIn: [side === '1' ? 'out' : 'in'],
      rated_A: 10,
      rated_V: 250,
      ratings: null,
    })),
  ),
})

/** A motor that runs either way round. */
export const PUSHER: Part = definePart('Linear actuator, 12 V 3 A', [40, 300, 60], {
  behaviour: { kind: 'other' },
  terminals: {
    '1': terminal('red', 'any', 'moulded', { conductors: { min_mm2: 0.34, max_mm2: 2.5, count: 1 } }),
    '2': terminal('black', 'any', 'moulded', { conductors: { min_mm2: 0.34, max_mm2: 2.5, count: 1 } }),
  },
  draws: [draw('motor', 'Motor', '1', '2', 12, { current_A: 3 }, { startFactor: 2, system: 'dc', max_V: 14 })],
})

/** Something bought that stands beside the box, on the cord that it came with. */
export const appliance = (name: string, power_W: number, mains_V: number): Part =>
  definePart(name, [200, 200, 200], {
    behaviour: { kind: 'other' },
    terminals: Object.fromEntries(
      (['L', 'N', 'PE'] as const).map((pin) => [
        pin,
        terminal(pin, pin, 'moulded', { conductors: { min_mm2: 0.5, max_mm2: 2.5, count: 1 } }),
      ]),
    ),
    draws: [draw('load', name, 'L', 'N', mains_V, { power_W })],
    earths: at('PE'),
  })

export const FAN_5: Part = definePart('Fan 30 mm, 5 V', [30, 30, 7], {
  mounting: 'screws',
  behaviour: { kind: 'fan', airflow_m3_per_h: 5 },
  terminals: {
    '+': terminal('+', 'V+', 'contact25', { direction: 'in' }),
    '-': terminal('−', 'V-', 'contact25', { direction: 'in' }),
  },
  draws: [draw('load', 'Fan', '+', '-', 5, { current_A: 0.15 }, { max_V: 5.5, system: 'dc' })],
})

/** Pixel strings' controller: 5 to 24 V in, eight outputs at 5 V with a ground each. */
export const PIXEL_CONTROLLER: Part = definePart('Pixel controller, 8 outputs', [100, 80, 20], {
  mounting: 'standoffs',
  behaviour: { kind: 'board' },
  terminals: {
    'V+': terminal('+', 'V+', 'boardScrew', { direction: 'in', min_V: 5, max_V: 24 }),
    'V-': terminal('−', 'V-', 'boardScrew', { direction: 'in' }),
    ...Object.fromEntries(
      range(8).flatMap((n) => [
        [
          `D${n}`,
          terminal('data', 'data', 'pluggable', { ...optional, block: `OUT ${n}`, direction: 'out', level_V: 5 }),
        ],
        [`G${n}`, terminal('gnd', 'V-', 'pluggable', { ...optional, block: `OUT ${n}`, direction: 'out' })],
      ]),
    ),
  },
  links: [bar('gnd', 'V-', ...range(8).map((n) => `G${n}`))],
  draws: [draw('logic', 'Logic', 'V+', 'V-', 12, { power_W: 4 }, { min_V: 4.8, max_V: 26 })],
})

/** A heated bed for low voltage with its thermistor built in. */
export const BED_24: Part = definePart('Heated bed, 24 V 220 W', [235, 235, 5], {
  behaviour: { kind: 'heater' },
  terminals: {
    '1': terminal('1', 'any', 'solderEnd', { rated_A: 15, conductors: { min_mm2: 1, max_mm2: 4, count: 1 } }),
    '2': terminal('2', 'any', 'solderEnd', { rated_A: 15, conductors: { min_mm2: 1, max_mm2: 4, count: 1 } }),
  },
  draws: [draw('heat', 'Heat', '1', '2', 24, { power_W: 220 }, { model: 'resistive' })],
})

/** A transistor board for a bed, its input parted from its power by an opto-coupler. */
export const BED_SWITCH: Part = definePart('Bed transistor board, isolated input, 25 A', [60, 50, 22], {
  behaviour: { kind: 'mosfet-module' },
  actuators: [byCoil('control', 'Control input', 'C+', 'C-', { hasPullDown: true, pickUp_V: 5, max_V: 30 })],
  terminals: {
    ...Object.fromEntries(
      (['IN+', 'IN-', 'OUT+', 'OUT-'] as const).map((key) => [
        key,
        terminal(
          key.toLowerCase().replace('-', ' −').replace('+', ' +'),
          key.endsWith('+') ? 'V+' : 'V-',
          'boardScrew',
          {
            direction: key.startsWith('IN') ? 'in' : 'out',
            conductors: { min_mm2: 0.5, max_mm2: 6, count: 1 },
            rated_A: 25,
          },
        ),
      ]),
    ),
    'C+': terminal('ctl +', 'control+', 'pluggable', { polarised: true, isolated: true }),
    'C-': terminal('ctl −', 'control-', 'pluggable', { polarised: true, isolated: true }),
  },
  links: [bar('plus', 'IN+', 'OUT+'), semiconductor('T', 'OUT-', 'IN-', 0.1, 25, 'control')],
  draws: [draw('control', 'Control input', 'C+', 'C-', 24, { current_A: 0.01 })],
})

/** The small board of a hand controller: two fused ways soldered on it, a tether. */
export const SUPPLY_DUAL: Part = definePart('Adapter 24 V 5 A with its plug', [150, 60, 40], {
  mounting: 'loose',
  behaviour: {
    kind: 'adapter',
    outputs: [{ id: 'out', plus: at('+'), minus: at('-'), voltage_V: 24, current_A: 5, limit_A: 6.5 }],
  },
  terminals: {
    '+': terminal('+', 'V+', 'screw'),
    '-': terminal('−', 'V-', 'screw'),
  },
})

export const TOGGLE: Part = definePart('Toggle switch, one pole, 6 A', [12, 20, 30], {
  mounting: 'panel',
  behaviour: { kind: 'switch' },
  actuators: [byHand()],
  terminals: {
    '1': terminal('1', 'any', 'solderEnd', { rated_A: 6, conductors: { min_mm2: 0.14, max_mm2: 1.5, count: 1 } }),
    '2': terminal('2', 'any', 'solderEnd', { rated_A: 6, conductors: { min_mm2: 0.14, max_mm2: 1.5, count: 1 } }),
  },
  links: [contact('P', '1', '2', 'open', 'hand', 6)],
})

export const PUMP_12: Part = definePart('Pump 12 V 2.5 A', [80, 120, 80], {
  behaviour: { kind: 'other' },
  terminals: {
    '+': terminal('+', 'V+', 'tab63'),
    '-': terminal('−', 'V-', 'tab63'),
  },
  draws: [draw('motor', 'Motor', '+', '-', 12, { current_A: 2.5 }, { startFactor: 3, max_V: 14.5, system: 'dc' })],
})

export const LAMP_12: Part = definePart('Lamp 12 V 10 W', [60, 60, 30], {
  behaviour: { kind: 'lamp' },
  terminals: { '+': terminal('+', 'V+', 'pluggable'), '-': terminal('−', 'V-', 'pluggable') },
  draws: [draw('load', 'Lamp', '+', '-', 12, { power_W: 10 }, { max_V: 15, system: 'dc' })],
})

/** Two poles, closed while its coil is fed, with a pole for its own latch. */
export const CONTACTOR_LATCH: Part = definePart(
  'Contactor, two poles and an auxiliary contact, coil 24 V',
  [45, 85, 85],
  {
    mounting: 'rail',
    behaviour: { kind: 'contactor' },
    actuators: [byCoil('coil', 'Coil', 'A1', 'A2', { hasFlyback: true })],
    terminals: {
      A1: terminal('A1', 'control+', 'smallScrew', { polarised: true, isolated: true }),
      A2: terminal('A2', 'control-', 'smallScrew', { polarised: true, isolated: true }),
      ...Object.fromEntries(['1', '2', '3', '4'].map((key) => [key, terminal(key, 'any', 'breaker')])),
      ...Object.fromEntries(['13', '14'].map((key) => [key, terminal(key, 'any', 'smallScrew', optional)])),
    },
    draws: [draw('coil', 'Coil', 'A1', 'A2', 24, { power_W: 3 })],
    links: [
      contact('P1', '1', '2', 'open', 'coil', 20, { motor_A: 9 }),
      contact('P2', '3', '4', 'open', 'coil', 20, { motor_A: 9 }),
      contact('H', '13', '14', 'open', 'coil', 6),
    ],
  },
)
