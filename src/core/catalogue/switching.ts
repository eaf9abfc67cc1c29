import type { PartGiven, ResidualType } from '@/core/plan'
import {
  at,
  bar,
  byCoil,
  byFirmware,
  byHand,
  byHeat,
  contact,
  partGiven,
  draw,
  fusePlace,
  optional,
  semiconductor,
  terminal,
} from './builders'

/** A contactor's coil clamps take the lead and the next one of a chain. From memory: two up to 2.5 mm². */
const residual = (name: string, type: ResidualType): PartGiven =>
  partGiven(name, [36, 85, 68], {
    mounting: 'rail',
    behaviour: { kind: 'residual-current-device', trips_mA: 30, type },
    actuators: [byHand('rest')],
    terminals: {
      '1': terminal('1', 'any', 'breaker'),
      '2': terminal('2', 'any', 'breaker'),
      N1: terminal('N in', 'any', 'breaker'),
      N2: terminal('N out', 'any', 'breaker'),
    },
    links: [contact('P1', '1', '2', 'closed', 'hand', 25), contact('P2', 'N1', 'N2', 'closed', 'hand', 25)],
  })

export const COIL_CLAMP = { min_mm2: 0.2, max_mm2: 2.5, count: 2 } as const

const control = (label: string, fn: 'control+' | 'control-', isolated = true) =>
  terminal(label, fn, 'smallScrew', { polarised: true, isolated })

/** A relay module whose input works its coil; some switch on when the input is pulled low. */
function relayModule(name: string, nominal_V: number, activeLow: boolean): PartGiven {
  return partGiven(name, [26, 50, 20], {
    behaviour: { kind: 'relay' },
    actuators: [byCoil('coil', 'Coil', 'A1', 'A2', { activeLow, hasDriver: true, hasFlyback: true })],
    terminals: {
      A1: control('A1', 'control+'),
      A2: control('A2', 'control-'),
      COM: terminal('COM', 'contact-COM', 'screw'),
      NO: terminal('NO', 'contact-NO', 'screw', optional),
      NC: terminal('NC', 'contact-NC', 'screw', optional),
    },
    draws: [draw('coil', 'Coil', 'A1', 'A2', nominal_V, { current_A: nominal_V === 5 ? 0.08 : 0.04 })],
    links: [contact('NO', 'COM', 'NO', 'open', 'coil', 10), contact('NC', 'COM', 'NC', 'closed', 'coil', 10)],
  })
}

export const SWITCHING_PARTS: Readonly<Record<string, PartGiven>> = {
  'part:relay-5-low': relayModule('Relay module, 5 V, on when its input is low, 10 A', 5, true),
  'part:relay-5': relayModule('Relay module, 5 V, one change-over, 10 A', 5, false),
  'part:ssr-dc': partGiven('Solid-state relay, DC load, 25 A', [45, 58, 30], {
    behaviour: {
      kind: 'solid-state-relay',
      load: 'dc',
      leakage_mA: 0.1,
      zeroCross: false,
      slope_ohm: 0.02,
      bareBase_K_per_W: 9,
      maxBase_C: 80,
    },
    terminals: {
      '1': terminal('1 +', 'any', 'screw', { rated_A: 25, polarised: true }),
      '2': terminal('2 −', 'any', 'screw', { rated_A: 25, polarised: true }),
      'C+': control('3 +', 'control+'),
      'C-': control('4 −', 'control-'),
    },
    actuators: [byCoil('control', 'Control input', 'C+', 'C-', { pickUp_V: 3, max_V: 32 })],
    links: [semiconductor('T', '1', '2', 0.3, 25, 'control')],
    draws: [draw('control', 'Control input', 'C+', 'C-', 24, { current_A: 0.012 })],
  }),
  'part:mosfet-module': partGiven('Transistor module with its own power feed, 20 A', [60, 50, 22], {
    behaviour: { kind: 'mosfet-module' },
    actuators: [byCoil('control', 'Control input', 'C+', 'C-', { hasPullDown: true })],
    terminals: {
      'IN+': terminal('in +', 'V+', 'boardScrew', {
        direction: 'in',
        conductors: { min_mm2: 0.5, max_mm2: 6, count: 1 },
      }),
      'IN-': terminal('in −', 'V-', 'boardScrew', {
        direction: 'in',
        conductors: { min_mm2: 0.5, max_mm2: 6, count: 1 },
      }),
      'OUT+': terminal('out +', 'V+', 'boardScrew', {
        direction: 'out',
        conductors: { min_mm2: 0.5, max_mm2: 6, count: 1 },
      }),
      'OUT-': terminal('out −', 'V-', 'boardScrew', {
        direction: 'out',
        conductors: { min_mm2: 0.5, max_mm2: 6, count: 1 },
      }),
      'C+': control('ctl +', 'control+', false),
      'C-': { ...control('ctl −', 'control-', false), ...optional },
    },
    links: [
      bar('plus', 'IN+', 'OUT+'),
      bar('minus', 'IN-', 'C-'),
      semiconductor('T', 'OUT-', 'IN-', 0.1, 20, 'control'),
    ],
    draws: [draw('control', 'Control input', 'C+', 'C-', 24, { current_A: 0.01 }, { min_V: 4.5, max_V: 28 })],
  }),
  'part:thermostat': partGiven('Thermostat, dry contact, 10 A', [34, 60, 38], {
    mounting: 'rail',
    behaviour: { kind: 'thermostat' },
    actuators: [byHeat],
    terminals: { '1': terminal('1', 'any', 'screw'), '2': terminal('2', 'any', 'screw') },
    links: [contact('T', '1', '2', 'closed', 'heat', 10)],
    settings: [
      {
        id: 'point',
        name: 'Set point',
        kind: 'pot',
        options: ['30 °C', '35 °C', '40 °C', '45 °C', '50 °C'],
        initial: '40 °C',
        beforeMounting: false,
      },
    ],
  }),
  'part:contactor-24': partGiven('Contactor, two poles, coil 24 V', [36, 85, 65], {
    mounting: 'rail',
    behaviour: { kind: 'contactor' },
    actuators: [byCoil('coil', 'Coil', 'A1', 'A2')],
    terminals: {
      A1: { ...control('A1', 'control+'), conductors: COIL_CLAMP },
      A2: { ...control('A2', 'control-'), conductors: COIL_CLAMP },
      '1': terminal('1', 'any', 'breaker'),
      '2': terminal('2', 'any', 'breaker'),
      '3': terminal('3', 'any', 'breaker', optional),
      '4': terminal('4', 'any', 'breaker', optional),
    },
    draws: [draw('coil', 'Coil', 'A1', 'A2', 24, { power_W: 3 })],
    links: [
      contact('P1', '1', '2', 'open', 'coil', 20, { motor_A: 9 }),
      contact('P2', '3', '4', 'open', 'coil', 20, { motor_A: 9 }),
    ],
  }),
  'part:flyback-diode': partGiven('Flyback diode, wired', [8, 3, 3], {
    mounting: 'loose',
    behaviour: { kind: 'surge-filter' },
    terminals: { K: terminal('ring', 'V+', 'solderEnd'), A: terminal('plain end', 'V-', 'solderEnd') },
  }),
  'part:button-closed': partGiven('Push button, one normally closed contact', [30, 30, 50], {
    mounting: 'panel',
    behaviour: { kind: 'button' },
    actuators: [byHand('rest')],
    terminals: { '11': terminal('11', 'any', 'screw'), '12': terminal('12', 'any', 'screw') },
    links: [contact('S', '11', '12', 'closed', 'hand', 6)],
  }),
  'part:guard-contact': partGiven('Door or guard contact, opened by the door', [30, 20, 60], {
    mounting: 'panel',
    behaviour: { kind: 'button' },
    actuators: [byHand('rest')],
    terminals: { '11': terminal('11', 'any', 'screw'), '12': terminal('12', 'any', 'screw') },
    links: [contact('S', '11', '12', 'closed', 'hand', 6)],
  }),
  'part:button-open': partGiven('Push button, one normally open contact', [30, 30, 50], {
    mounting: 'panel',
    behaviour: { kind: 'button' },
    actuators: [byHand('rest')],
    terminals: { '13': terminal('13', 'any', 'screw'), '14': terminal('14', 'any', 'screw') },
    links: [contact('S', '13', '14', 'open', 'hand', 6)],
  }),
  'part:reset-breaker': partGiven('Push-to-reset breaker, panel', [15, 35, 45], {
    mounting: 'panel',
    behaviour: { kind: 'protective-device' },
    terminals: { '1': terminal('1', 'any', 'tab63'), '2': terminal('2', 'any', 'tab63') },
    links: [fusePlace('B', '1', '2', 'EN 60934', 10)],
  }),
  'part:residual-2p': residual('Residual-current device, two poles, 30 mA', 'A'),
  'part:residual-2p-f': residual('Residual-current device, two poles, 30 mA, for drives on one phase', 'F'),
  'part:residual-2p-b': residual('Residual-current device, two poles, 30 mA, for any direct current', 'B'),
  'part:converter-24-5': partGiven('Converter 24 V to 5 V, 3 A', [60, 40, 20], {
    mounting: 'screws',
    behaviour: {
      kind: 'converter',
      plus: at('IN+'),
      minus: at('IN-'),
      min_V: 9,
      max_V: 36,
      outputs: [{ id: 'out', plus: at('OUT+'), minus: at('OUT-'), voltage_V: 5, current_A: 3, limit_A: 4 }],
      efficiency_percent: 88,
    },
    terminals: {
      'IN+': terminal('in +', 'V+', 'smallScrew', { direction: 'in' }),
      'IN-': terminal('in −', 'V-', 'smallScrew', { direction: 'in' }),
      'OUT+': terminal('out +', 'V+', 'smallScrew', { direction: 'out' }),
      'OUT-': terminal('out −', 'V-', 'smallScrew', { direction: 'out' }),
    },
    links: [bar('minus', 'IN-', 'OUT-')],
  }),
  'part:usb-lead': partGiven('USB lead from a computer outside', [16, 12, 40], {
    mounting: 'panel',
    behaviour: {
      kind: 'outside-source',
      outputs: [{ id: 'usb', plus: at('V+'), minus: at('V-'), voltage_V: 5, current_A: 0.5, limit_A: 0.9 }],
    },
    terminals: {
      'V+': terminal('5V', 'V+', 'moulded', { ...optional, direction: 'out' }),
      'V-': terminal('GND', 'V-', 'moulded', { direction: 'out' }),
      'D+': terminal('D+', 'data', 'moulded', { ...optional, level_V: 3.3 }),
      'D-': terminal('D−', 'data', 'moulded', { ...optional, level_V: 3.3 }),
    },
  }),
  'part:plc-24': partGiven('Small controller with relay outputs, 24 V', [72, 90, 58], {
    mounting: 'rail',
    behaviour: { kind: 'board' },
    terminals: {
      'V+': terminal('+24', 'V+', 'smallScrew', { direction: 'in' }),
      'V-': terminal('0 V', 'V-', 'smallScrew', { direction: 'in' }),
      IC: terminal('in com', 'V-', 'smallScrew', optional),
      OC: terminal('out com', 'contact-COM', 'smallScrew', optional),
      ...Object.fromEntries(
        [1, 2, 3, 4].map((n) => [
          `I${n}`,
          terminal(`I${n}`, 'signal', 'smallScrew', { ...optional, direction: 'in', level_V: 24, isolated: true }),
        ]),
      ),
      ...Object.fromEntries([1, 2].map((n) => [`Q${n}`, terminal(`Q${n}`, 'contact-NO', 'smallScrew', optional)])),
    },
    draws: [draw('logic', 'Logic', 'V+', 'V-', 24, { power_W: 4 })],
    actuators: [byFirmware('Q1'), byFirmware('Q2')],
    links: [contact('Q1', 'OC', 'Q1', 'open', 'Q1', 5), contact('Q2', 'OC', 'Q2', 'open', 'Q2', 5)],
  }),
}
