/** Relays by channels and coils, solid-state relays, contactors, transistor modules, stops, buttons and thermostats. */
import type { PartGiven } from '@/core/plan'
import {
  bar,
  byCoil,
  byHand,
  byHeat,
  contact,
  partGiven,
  draw,
  optional,
  semiconductor,
  terminal,
  type ActuatorGiven,
} from '../builders'
import { COIL_CLAMP } from '../switching'

const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)

const input = (label: string, fn: 'control+' | 'control-') =>
  terminal(label, fn, 'smallScrew', { polarised: true, isolated: true })

const relay = (name: string, volt: number, current_A: number): PartGiven =>
  partGiven(name, [26, 50, 20], {
    behaviour: { kind: 'relay' },
    actuators: [byCoil('coil', 'Coil', 'A1', 'A2', { hasDriver: true, hasFlyback: true })],
    terminals: {
      A1: input('A1', 'control+'),
      A2: input('A2', 'control-'),
      COM: terminal('COM', 'contact-COM', 'screw'),
      NO: terminal('NO', 'contact-NO', 'screw', optional),
      NC: terminal('NC', 'contact-NC', 'screw', optional),
    },
    draws: [draw('coil', 'Coil', 'A1', 'A2', volt, { current_A })],
    links: [contact('NO', 'COM', 'NO', 'open', 'coil', 10), contact('NC', 'COM', 'NC', 'closed', 'coil', 10)],
  })

/** Several channels on one feed, each worked by a pin. */
const relayBoard = (channels: number, volt: 5 | 24): PartGiven =>
  partGiven(`Relay board, ${channels} channels, ${volt} V`, [75, 25 * channels, 20], {
    mounting: 'standoffs',
    behaviour: { kind: 'relay' },
    actuators: range(channels).map((n) =>
      byCoil(`K${n}`, `Channel ${n}`, `IN${n}`, 'GND', {
        hasDriver: true,
        hasFlyback: true,
        pickUp_V: 2.5,
        max_V: Number((volt * 1.1).toPrecision(3)),
      }),
    ),
    terminals: {
      VCC: terminal('VCC', 'V+', 'pluggable', {
        direction: 'in',
        min_V: Number((volt * 0.9).toPrecision(3)),
        max_V: Number((volt * 1.1).toPrecision(3)),
      }),
      GND: terminal('GND', 'V-', 'pluggable', { direction: 'in' }),
      ...Object.fromEntries(
        range(channels).map((n) => [
          `IN${n}`,
          terminal(`IN${n}`, 'signal', 'pluggable', { ...optional, direction: 'in', level_V: volt }),
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
    draws: [draw('relays', 'All relays', 'VCC', 'GND', volt, { current_A: (volt === 5 ? 0.07 : 0.02) * channels })],
    links: range(channels).flatMap((n) => [
      contact(`NO${n}`, `COM${n}`, `NO${n}`, 'open', `K${n}`, 10),
      contact(`NC${n}`, `COM${n}`, `NC${n}`, 'closed', `K${n}`, 10),
    ]),
  })

const solid = (load: 'ac' | 'dc', rated_A: number): PartGiven =>
  partGiven(`Solid-state relay, ${load.toUpperCase()} load, ${rated_A} A`, [45, 58, 30], {
    behaviour: {
      kind: 'solid-state-relay',
      load,
      leakage_mA: load === 'ac' ? 3 : 0.1,
      zeroCross: load === 'ac',
      ...(load === 'dc' ? { slope_ohm: 0.02 } : { minimumLoad_A: 0.1 }),
      bareBase_K_per_W: 9,
      maxBase_C: 80,
    },
    terminals: {
      '1': terminal(load === 'dc' ? '1 +' : '1', 'any', 'screw', { rated_A, polarised: load === 'dc' }),
      '2': terminal(load === 'dc' ? '2 −' : '2', 'any', 'screw', { rated_A, polarised: load === 'dc' }),
      'C+': input('3 +', 'control+'),
      'C-': input('4 −', 'control-'),
    },
    actuators: [byCoil('control', 'Control input', 'C+', 'C-', { pickUp_V: load === 'ac' ? 4 : 3, max_V: 32 })],
    links: [semiconductor('T', '1', '2', load === 'ac' ? 1.2 : 0.3, rated_A, 'control')],
    draws: [draw('control', 'Control input', 'C+', 'C-', 24, { current_A: 0.012 })],
  })

function contactor(name: string, poles: number, aux: boolean, coil_V: number, watt: number): PartGiven {
  const pole = (n: number) => [String(n * 2 - 1), String(n * 2)] as const
  return partGiven(name, [45, 85, 75], {
    mounting: 'rail',
    behaviour: { kind: 'contactor' },
    actuators: [byCoil('coil', 'Coil', 'A1', 'A2')],
    terminals: {
      A1: { ...input('A1', 'control+'), conductors: COIL_CLAMP },
      A2: { ...input('A2', 'control-'), conductors: COIL_CLAMP },
      ...Object.fromEntries(
        range(poles).flatMap((n) =>
          pole(n).map((key) => [key, terminal(key, 'any', 'breaker', n > 2 ? optional : {})]),
        ),
      ),
      ...(aux
        ? { '13': terminal('13', 'any', 'screw', optional), '14': terminal('14', 'any', 'screw', optional) }
        : {}),
    },
    draws: [draw('coil', 'Coil', 'A1', 'A2', coil_V, { power_W: watt }, coil_V > 60 ? { system: 'ac' } : {})],
    links: [
      ...range(poles).map((n) => contact(`P${n}`, ...pole(n), 'open', 'coil', 20, { motor_A: 9 })),
      ...(aux ? [contact('AUX', '13', '14', 'open', 'coil', 6)] : []),
    ],
  })
}

/** Contacts worked by a hand, a foot, a door or a machine part, each in its own pair of terminals. */
function byPerson(
  name: string,
  kind: 'button' | 'emergency-stop' | 'switch',
  contacts: readonly (readonly [string, string, 'open' | 'closed'])[],
  service: 'rest' | 'operated',
  size: readonly [number, number, number] = [30, 30, 50],
  rated_A = 6,
): PartGiven {
  return partGiven(name, size, {
    mounting: 'panel',
    behaviour: { kind },
    actuators: [byHand(service)],
    terminals: Object.fromEntries(
      contacts.flatMap(([a, b], i) => [a, b].map((key) => [key, terminal(key, 'any', 'screw', i > 0 ? optional : {})])),
    ),
    links: contacts.map(([a, b, atRest], i) => contact(`S${i + 1}`, a, b, atRest, 'hand', rated_A)),
  })
}

const byWarmth = (
  name: string,
  kind: 'thermostat' | 'thermal-cut-out',
  atRest: 'open' | 'closed',
  on: PartGiven['mounting'],
): PartGiven =>
  partGiven(name, kind === 'thermostat' ? [34, 60, 38] : [15, 8, 6], {
    mounting: on,
    behaviour: { kind },
    // What closes when it is warm is closed while things work: what hangs on it counts.
    actuators: [{ ...byHeat, service: atRest === 'open' ? 'operated' : 'rest' }],
    terminals: {
      '1': terminal('1', 'any', kind === 'thermostat' ? 'screw' : 'tab63'),
      '2': terminal('2', 'any', kind === 'thermostat' ? 'screw' : 'tab63'),
    },
    links: [contact('T', '1', '2', atRest, 'heat', 10)],
  })

const transistors = (channels: number): PartGiven => {
  const actuators: ActuatorGiven[] = range(channels).map((n) =>
    byCoil(`C${n}`, `Channel ${n}`, `C${n}+`, `C${n}-`, { pickUp_V: 3, max_V: 24, hasPullDown: true }),
  )
  return partGiven(`Transistor module, ${channels} channels, isolated inputs`, [50 + channels * 12, 60, 20], {
    behaviour: { kind: 'mosfet-module' },
    actuators,
    terminals: {
      'IN+': terminal('in +', 'V+', 'boardScrew', { direction: 'in' }),
      'IN-': terminal('in −', 'V-', 'boardScrew', { direction: 'in' }),
      ...Object.fromEntries(
        range(channels).flatMap((n) => [
          [`OUT${n}+`, terminal('+', 'V+', 'boardScrew', { ...optional, block: `OUT${n}`, direction: 'out' })],
          [`OUT${n}-`, terminal('−', 'V-', 'boardScrew', { ...optional, block: `OUT${n}`, direction: 'out' })],
          [`C${n}+`, { ...input(`${n} +`, 'control+'), ...optional }],
          [`C${n}-`, { ...input(`${n} −`, 'control-'), ...optional }],
        ]),
      ),
    },
    links: [
      bar('plus', 'IN+', ...range(channels).map((n) => `OUT${n}+`)),
      ...range(channels).map((n) => semiconductor(`T${n}`, `OUT${n}-`, 'IN-', 0.1, 10, `C${n}`)),
    ],
    draws: range(channels).map((n) =>
      draw(`c${n}`, `Control input ${n}`, `C${n}+`, `C${n}-`, 5, { current_A: 0.01 }, { min_V: 3, max_V: 24 }),
    ),
  })
}

export const MORE_SWITCHING: Readonly<Record<string, PartGiven>> = {
  'part:relay-12': relay('Relay module, 12 V, one change-over, 10 A', 12, 0.05),
  ...Object.fromEntries(
    ([1, 2, 4, 8] as const).map((channels) => [`part:relay-board-5-${channels}`, relayBoard(channels, 5)]),
  ),
  ...Object.fromEntries(
    ([2, 4, 8] as const).map((channels) => [`part:relay-board-24-${channels}`, relayBoard(channels, 24)]),
  ),
  'part:ssr-ac-10': solid('ac', 10),
  'part:ssr-ac-40': solid('ac', 40),
  'part:ssr-dc-10': solid('dc', 10),
  'part:ssr-dc-40': solid('dc', 40),
  'part:contactor-24-3': contactor('Contactor, three poles and an auxiliary, coil 24 V', 3, true, 24, 3),
  'part:contactor-24-2a': contactor('Contactor, two poles and an auxiliary, coil 24 V', 2, true, 24, 3),
  'part:contactor-230': contactor('Contactor, two poles, coil on mains, 230 V', 2, true, 230, 4),
  'part:contactor-120': contactor('Contactor, two poles, coil on mains, 120 V', 2, true, 120, 4),
  'part:transistors-2': transistors(2),
  'part:transistors-4': transistors(4),
  'part:stop-mixed': byPerson(
    'Emergency stop, one closed and one open contact',
    'emergency-stop',
    [
      ['11', '12', 'closed'],
      ['23', '24', 'open'],
    ],
    'rest',
    [40, 40, 70],
    10,
  ),
  'part:stop-1': byPerson(
    'Emergency stop, one normally closed contact',
    'emergency-stop',
    [['11', '12', 'closed']],
    'rest',
    [40, 40, 60],
    10,
  ),
  'part:button-start': byPerson('Start button, one normally open contact', 'button', [['13', '14', 'open']], 'rest'),
  'part:foot-switch': byPerson(
    'Foot switch, one normally open contact',
    'button',
    [['13', '14', 'open']],
    'rest',
    [90, 120, 50],
  ),
  'part:guard-2': byPerson(
    'Guard switch, two normally closed contacts',
    'button',
    [
      ['11', '12', 'closed'],
      ['21', '22', 'closed'],
    ],
    'rest',
    [31, 25, 90],
  ),
  'part:limit-switch': byPerson(
    'Limit switch, one closed and one open contact',
    'button',
    [
      ['11', '12', 'closed'],
      ['23', '24', 'open'],
    ],
    'rest',
    [31, 25, 90],
  ),
  'part:selector-2': byPerson('Selector switch, two positions', 'switch', [['13', '14', 'open']], 'operated'),
  'part:key-switch': byPerson('Key switch, one contact', 'switch', [['13', '14', 'open']], 'operated'),
  'part:toggle-1p': byPerson('Toggle switch, one pole, 6 A', 'switch', [['1', '2', 'open']], 'operated', [12, 20, 30]),
  'part:thermostat-fan': byWarmth('Thermostat for a fan, closes when warm, 10 A', 'thermostat', 'open', 'rail'),
  'part:cut-out-80': byWarmth('Thermal cut-out, 80 °C, 10 A', 'thermal-cut-out', 'closed', 'loose'),
  'part:cut-out-150': byWarmth('Thermal cut-out, 150 °C, 10 A', 'thermal-cut-out', 'closed', 'loose'),
  'part:cut-out-240': byWarmth('Thermal cut-out, 240 °C, 10 A', 'thermal-cut-out', 'closed', 'loose'),
}
