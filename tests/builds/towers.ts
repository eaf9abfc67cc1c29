import { definePart, draw, optional, terminal } from '@/core/catalogue/builders'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, Part, Plan, Seat, TerminalId } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'
import { LAMP_12, PROXIMITY } from './parts'

const of = (tag: string) => `device:${tag}` as DeviceId
const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)
const KEY = 'two rows of ten'
const PINS = range(20).map(String)

/** A base of 24 V with a converter of its own: the controller that plugs on gets 5 V, and its pins come out on screws. */
const BASE: Part = definePart('Screw base for a plug-on controller, 24 V', [110, 90, 20], {
  mounting: 'standoffs',
  behaviour: {
    kind: 'converter',
    plus: '24V' as TerminalId,
    minus: '0V' as TerminalId,
    min_V: 9,
    max_V: 28,
    outputs: [
      { id: 'five', plus: 'P5' as TerminalId, minus: '0V' as TerminalId, voltage_V: 5, current_A: 1, limit_A: 1.4 },
    ],
    efficiency_percent: 85,
  },
  terminals: {
    '24V': terminal('24 V', 'V+', 'boardScrew', { direction: 'in', min_V: 9, max_V: 28 }),
    '0V': terminal('0 V', 'V-', 'boardScrew', { direction: 'in' }),
    P5: terminal('5 V', 'V+', 'boardScrew', { ...optional, direction: 'out' }),
    ...Object.fromEntries(
      range(8).map((n) => [`S${n}`, terminal(`S${n}`, 'signal', 'boardScrew', { ...optional, direction: 'both' })]),
    ),
  },
  sockets: [
    {
      id: 'U1',
      key: KEY,
      mates: PINS,
      free: [],
      pins: { '1': 'P5', '2': '0V', ...Object.fromEntries(range(8).map((n) => [String(n + 4), `S${n}`])) },
    },
  ],
})

/** The controller: nothing but pins. */
const PLUG_ON: Part = definePart('Plug-on controller, two rows of ten', [51, 23, 12], {
  mounting: 'plugs-on',
  behaviour: { kind: 'board' },
  plugsInto: KEY,
  plugPins: {
    '1': '5V',
    '2': 'GND',
    '3': '3V3',
    ...Object.fromEntries(range(8).map((n) => [String(n + 4), `IO${n}`])),
  },
  terminals: {
    '5V': terminal('5V', 'V+', 'contact25', { direction: 'in', min_V: 4.5, max_V: 5.5 }),
    GND: terminal('GND', 'V-', 'contact25', { direction: 'in' }),
    '3V3': terminal('3V3', 'V+', 'contact25', { ...optional, direction: 'out' }),
    ...Object.fromEntries(
      range(8).map((n) => [
        `IO${n}`,
        terminal(`IO${n}`, 'signal', 'contact25', { ...optional, direction: 'both', level_V: 3.3, max_V: 5.5 }),
      ]),
    ),
  },
  draws: [draw('logic', 'Logic', '5V', 'GND', 5, { power_W: 1.2 }, { min_V: 4.5, max_V: 5.5 })],
})

/** Two inputs behind opto-couplers with one common, which may be plus or minus, and outputs to 5 V pins. */
const OPTO: Part = definePart('Opto inputs, 4 channels, 24 V', [60, 50, 18], {
  mounting: 'standoffs',
  behaviour: { kind: 'board' },
  terminals: {
    ...Object.fromEntries(
      range(4).map((n) => [
        `X${n}`,
        terminal(`X${n}`, 'signal', 'boardScrew', { ...optional, direction: 'in', level_V: 24, isolated: true }),
      ]),
    ),
    XC: terminal('opto +', 'signal', 'boardScrew', { ...optional, isolated: true }),
    VCC: terminal('vcc', 'V+', 'contact25', { direction: 'in', min_V: 3, max_V: 5.5 }),
    GND: terminal('gnd', 'V-', 'contact25', { direction: 'in' }),
    ...Object.fromEntries(
      range(4).map((n) => [
        `Y${n}`,
        terminal(`Y${n}`, 'signal', 'contact25', { ...optional, direction: 'out', level_V: 5 }),
      ]),
    ),
  },
  draws: [draw('logic', 'Logic', 'VCC', 'GND', 5, { current_A: 0.02 }, { min_V: 3, max_V: 5.5 })],
})

/** A relay that holds itself: one press on, another off; its coil inside. */
const PRESSED: Part = definePart('Relay with a button of its own, 12 V', [50, 40, 20], {
  behaviour: { kind: 'relay' },
  actuators: [{ id: 'self', name: 'Its own button', by: 'hand', positions: ['off', 'on'], rest: 'off', service: 'on' }],
  terminals: {
    '+': terminal('12V', 'V+', 'boardScrew', { direction: 'in', min_V: 10, max_V: 15 }),
    '-': terminal('GND', 'V-', 'boardScrew', { direction: 'in' }),
    COM: terminal('COM', 'contact-COM', 'boardScrew'),
    NO: terminal('NO', 'contact-NO', 'boardScrew', optional),
    NC: terminal('NC', 'contact-NC', 'boardScrew', optional),
  },
  draws: [draw('board', 'Relay and logic', '+', '-', 12, { current_A: 0.06 }, { max_V: 15, system: 'dc' })],
  links: [
    { id: 'NO', kind: 'contact', a: 'COM', b: 'NO', actuator: 'self', closedIn: ['on'], rated_A: 10, rated_V: 250 },
    { id: 'NC', kind: 'contact', a: 'COM', b: 'NC', actuator: 'self', closedIn: ['off'], rated_A: 10, rated_V: 250 },
  ],
})

function tower(): Plan {
  return new PlanBuilder('A tower of modules', 'IEC')
    .part('base', BASE)
    .part('plug-on', PLUG_ON)
    .part('prox', PROXIMITY)
    .part('opto', OPTO)
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 2 } } })
    .device('Q1', 'switch-2p')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-24-60', '24 V', { hasCover: true })
    .device('F2', 'fuse-block-4', 'Fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 2 }, F2: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('X7', 'strip-12', 'Minus')
    .device('A1', 'base', 'Base')
    .device('A2', 'plug-on', 'Controller', {
      place: { kind: 'socket', device: of('a1'), socket: 'U1', seated: 'right' },
    })
    .device('A3', 'opto', 'Inputs')
    .device('B1', 'prox', 'End of X')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V-1', 'PE1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+', { size: '1.5 mm²' })
    .wire('PS1.V-2', 'X7.1', 'V-', { size: '1.5 mm²' })
    .wire('F2.1', 'A1.24V', 'V+', { size: '0.75 mm²' })
    .wire('A1.0V', 'X7.2', 'V-', { size: '0.75 mm²' })
    .wire('F2.2', 'B1.BN', 'V+', { size: '0.5 mm²' })
    .wire('B1.BU', 'X7.3', 'V-', { size: '0.5 mm²' })
    .wire('B1.BK', 'A3.X1', 'signal', { size: '0.25 mm²' })
    .wire('A3.XC', 'X7.4', 'signal', { size: '0.5 mm²' })
    .wire('A1.P5', 'A3.VCC', 'V+', { size: '0.25 mm²', length_mm: 150 })
    .wire('A3.GND', 'X7.5', 'V-', { size: '0.25 mm²', length_mm: 150 })
    .wire('A3.Y1', 'A1.S1', 'signal', { size: '0.25 mm²', length_mm: 150 })
    .build()
}

/** Two lamps behind a relay that holds itself, on an adapter. */
function pressed(): Plan {
  return new PlanBuilder('A lamp that one press puts on', 'IEC')
    .part('pressed', PRESSED)
    .part('lamp', LAMP_12)
    .part('adapter', {
      ...definePart('Adapter 12 V 3 A with its plug', [90, 50, 35], {
        mounting: 'loose',
        behaviour: {
          kind: 'adapter',
          outputs: [
            { id: 'out', plus: '+' as TerminalId, minus: '-' as TerminalId, voltage_V: 12, current_A: 3, limit_A: 3.6 },
          ],
        },
        terminals: { '+': terminal('+', 'V+', 'screw'), '-': terminal('−', 'V-', 'screw') },
      }),
    })
    .device('PS1', 'adapter', 'Adapter')
    .device('X7', 'strip-6', 'Minus')
    .device('X8', 'strip-6', 'Plus')
    .device('K1', 'pressed', 'Relay')
    .device('H1', 'lamp', 'Lamp')
    .wire('PS1.+', 'X8.1', 'V+', { size: '1 mm²' })
    .wire('PS1.-', 'X7.1', 'V-', { size: '1 mm²' })
    .wire('X8.2', 'K1.+', 'V+', { size: '0.5 mm²' })
    .wire('K1.-', 'X7.2', 'V-', { size: '0.5 mm²' })
    .wire('X8.3', 'K1.COM', 'V+', { size: '1 mm²' })
    .wire('K1.NO', 'H1.+', 'V+', { size: '1 mm²' })
    .wire('H1.-', 'X7.3', 'V-', { size: '1 mm²' })
    .build()
}

const seat = (tag: string, seated: Seat): to.Edit =>
  to.device(tag, { place: { kind: 'socket', device: of('a1'), socket: 'U1', seated } })

/** Pins that stay free on purpose lead nowhere. */
const freed = (pin: string): to.Edit =>
  to.part('A1', (part) => ({ ...part, sockets: part.sockets.map((socket) => ({ ...socket, free: [pin] })) }))

/** A teaching board at a computer: nothing but USB. */
function usbOnly(): Plan {
  return new PlanBuilder('Taught at the desk', 'IEC')
    .part('plug-on', { ...PLUG_ON, mounting: 'standoffs', plugsInto: null })
    .part(
      'prox',
      definePart('Slotted sensor, 5 V', [25, 20, 12], {
        behaviour: { kind: 'sensor' },
        terminals: {
          V: terminal('V', 'V+', 'contact25', { direction: 'in' }),
          G: terminal('G', 'V-', 'contact25', { direction: 'in' }),
          S: terminal('S', 'signal', 'contact25', { direction: 'out', level_V: 5 }),
        },
        draws: [draw('sensor', 'Sensor', 'V', 'G', 5, { current_A: 0.02 }, { min_V: 3, max_V: 5.5, system: 'dc' })],
      }),
    )
    .device('X9', 'usb-lead', 'From the computer')
    .device('A1', 'plug-on', 'Controller')
    .device('B1', 'prox', 'Fork')
    .device('X7', 'strip-6', 'Minus')
    .device('X8', 'strip-6', 'Plus')
    .wire('X9.V+', 'X8.1', 'V+', { size: '0.25 mm²' })
    .wire('X9.V-', 'X7.1', 'V-', { size: '0.25 mm²' })
    .wire('X8.2', 'A1.5V', 'V+', { size: '0.25 mm²' })
    .wire('A1.GND', 'X7.2', 'V-', { size: '0.25 mm²' })
    .wire('X8.3', 'B1.V', 'V+', { size: '0.25 mm²' })
    .wire('B1.G', 'X7.3', 'V-', { size: '0.25 mm²' })
    .wire('B1.S', 'A1.IO1', 'signal', { size: '0.25 mm²' })
    .state('full', { name: 'At the computer', sources: { mains: false, usb: true, battery: false } })
    .build()
}

export const TOWERS: readonly Build[] = [
  {
    name: 'a tower of modules',
    plan: tower(),
    mistakes: [
      stop('the controller sits turned', seat('A2', 'turned'), /turned/),
      stop('the controller sits a pin further on', seat('A2', 'offset'), /further on/),
      stop('the controller is not plugged on', to.drop('A2'), /socket|module/i),
      stop('the pin that feeds it was bent away', freed('1'), /fed|open|reaches/i),
      stop('the inputs’ common is forgotten', to.cut('A3.XC > X7.4'), /common|open/i),
    ],
    harmless: [fine('a pin that nothing is on stays free', freed('12'))],
  },
  {
    name: 'a lamp that one press puts on',
    plan: pressed(),
    mistakes: [
      stop('the common of its contact is forgotten', to.cut('X8.3 > K1.COM'), /open|common/i),
      caution('the lamp hangs on the contact at rest', to.exchange('K1.NO', 'K1.NC'), /in no state/),
      stop('plus and minus of the relay exchanged', to.exchange('K1.+', 'K1.-'), /polarity|exchanged|revers/i),
    ],
    harmless: [],
  },
  {
    name: 'a controller taught at the desk, on USB alone',
    plan: usbOnly(),
    mistakes: [
      stop('plus and minus of the sensor exchanged', to.exchange('B1.V', 'B1.G'), /polarity|exchanged|revers/i),
    ],
    harmless: [],
  },
]
