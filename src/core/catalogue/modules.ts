import type { PartGiven, Terminal } from '@/core/plan'
import { bar, partGiven, draw, optional, terminal } from './builders'

const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)
const SOCKET_KEY = 'driver module, 2 × 8 pins'
const PINS = range(16).map(String)

/** A carrier whose axes take plug-on drivers: jumpers beneath each module set the step size. */
function carrier(axes: number): PartGiven {
  const coil = (axis: number): Record<string, Terminal> =>
    Object.fromEntries(
      (['A+', 'A-', 'B+', 'B-'] as const).map((pin) => [
        `M${axis}${pin}`,
        terminal(pin, pin.startsWith('A') ? 'coil-A' : 'coil-B', 'contact25', {
          ...optional,
          block: `M${axis}`,
          direction: 'out',
        }),
      ]),
    )
  return partGiven(`Carrier for ${axes} plug-on drivers, 24 V`, [40 + axes * 25, 90, 20], {
    mounting: 'standoffs',
    behaviour: { kind: 'board' },
    terminals: {
      'V+': terminal('+', 'V+', 'boardScrew', { block: 'MOTOR', direction: 'in' }),
      'V-': terminal('−', 'V-', 'boardScrew', { block: 'MOTOR', direction: 'in' }),
      L5: terminal('5V', 'V+', 'pluggable', { block: 'LOGIC', direction: 'in' }),
      G5: terminal('gnd', 'V-', 'pluggable', { block: 'LOGIC', direction: 'in' }),
      ...Object.assign({}, ...range(axes).map(coil)),
    },
    links: [bar('gnd', 'V-', 'G5')],
    draws: [
      draw('motors', 'Motors', 'V+', 'V-', 24, { power_W: 20 * axes }),
      draw('logic', 'Logic', 'L5', 'G5', 5, { power_W: 2 }),
    ],
    settings: range(axes).map((axis) => ({
      id: `step${axis}`,
      name: `Step jumpers, axis ${axis}`,
      kind: 'jumper' as const,
      options: ['full', '1/4', '1/8', '1/16'],
      initial: '1/16',
      beforeMounting: true,
    })),
    sockets: range(axes).map((axis) => ({
      id: `D${axis}`,
      key: SOCKET_KEY,
      mates: PINS,
      free: [],
      x_mm: -(axes - 1) * 12.5 + (axis - 1) * 25,
      y_mm: -10,
      stack_mm: 9,
      covers: [`step${axis}`],
    })),
    cutouts: (
      [
        [-1, -1],
        [1, -1],
        [-1, 1],
        [1, 1],
      ] as const
    ).map(([x, y], i) => ({
      id: `S${i + 1}`,
      shape: { kind: 'round' as const, diameter_mm: 3.4 },
      x_mm: x * (16 + axes * 12.5),
      y_mm: y * 41,
      for: 'fixing' as const,
      screw: 'M3' as const,
    })),
  })
}

export const MODULE_PARTS: Readonly<Record<string, PartGiven>> = {
  'part:driver-carrier-3': carrier(3),
  'part:driver-carrier-4': carrier(4),
  'part:driver-module': partGiven('Plug-on motor driver, 2 × 8 pins', [15, 20, 18], {
    mounting: 'plugs-on',
    plugsInto: SOCKET_KEY,
    behaviour: { kind: 'driver' },
    terminals: {},
    clearance_mm: { top: 0, right: 2, bottom: 0, left: 2, front: 15 },
    note: 'Key and pin 1 at the corner with the dot; one row off and it burns. Heat sink clear of the pins.',
    settings: [
      {
        id: 'current',
        name: 'Current pot',
        kind: 'pot',
        options: ['0.6 A', '0.8 A', '1.0 A', '1.2 A'],
        initial: '0.8 A',
        beforeMounting: false,
        // Sense resistors of 0.1 Ω: eight times the current times 0.1 Ω; common practice.
        volts_per_A: 0.8,
      },
    ],
  }),
}
