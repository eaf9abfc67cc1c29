/** Supplies of the usual steps of volts and watts, batteries and converters: sizes, efficiency and limits as such parts commonly have. */
import type { PartGiven } from '@/core/plan'
import { at, bar, partGiven, optional, terminal } from '../builders'

type Size = readonly [number, number, number]

/** From so much on outputs are bolts; common practice. */
const STRONG_A = 28

const plusMinus = (pairs: number, clamp: 'screw' | 'railSpring' | 'pluggable' | 'smallScrew', rated_A: number) => {
  const numbers = Array.from({ length: pairs }, (_, i) => i + 1)
  const output = (label: string, fn: 'V+' | 'V-', i: number) =>
    // Strong ones have bolts.
    rated_A > STRONG_A
      ? terminal(label, fn, 'powerStud', { direction: 'out', ...(i > 1 ? optional : {}) })
      : terminal(label, fn, clamp, {
          direction: 'out',
          rated_A,
          ...(clamp === 'screw' ? { conductors: { min_mm2: 0.5, max_mm2: 6, count: 2 } } : {}),
          ...(i > 1 ? optional : {}),
        })
  return {
    terminals: {
      ...Object.fromEntries(numbers.map((i) => [`V-${i}`, output('−V', 'V-', i)])),
      ...Object.fromEntries(numbers.map((i) => [`V+${i}`, output('+V', 'V+', i)])),
    },
    links:
      pairs > 1 ? [bar('plus', ...numbers.map((i) => `V+${i}`)), bar('minus', ...numbers.map((i) => `V-${i}`))] : [],
  }
}

interface MainsSupply {
  readonly volt: number
  readonly watt: number
  readonly size: Size
  readonly pairs: number
  readonly percent: number
  readonly powerFactor: number
  readonly on: 'screws' | 'rail'
}

function mainsSupply({ volt, watt, size, pairs, percent, powerFactor, on }: MainsSupply): PartGiven {
  const isRail = on === 'rail'
  const { terminals, links } = plusMinus(pairs, isRail ? 'railSpring' : 'screw', Math.max(20, watt / volt))
  return partGiven(`${volt} V ${watt} W ${isRail ? 'rail' : 'enclosed'} supply`, size, {
    mass_g: 100 + watt * 2,
    mounting: isRail ? 'rail' : 'screws',
    orientations: isRail || watt > 200 ? 'upright' : 'any',
    clearance_mm: { top: isRail ? 40 : 50, right: 15, bottom: isRail ? 40 : 50, left: 15, front: 20 },
    behaviour: {
      kind: 'supply',
      line: at('L'),
      neutral: at('N'),
      earth: at('PE'),
      min_V: 85,
      max_V: 264,
      selector: null,
      outputs: [
        {
          id: 'out',
          plus: at('V+1'),
          minus: at('V-1'),
          voltage_V: volt,
          current_A: watt / volt,
          limit_A: (watt / volt) * (isRail ? 1.5 : 1.3),
        },
      ],
      power_W: watt,
      efficiency_percent: percent,
      powerFactor,
      leakage_mA: isRail ? 1 : 0.75,
      derateAbove_C: 50,
      derate_percentPerK: 2.5,
      inrush_A: watt > 120 ? 40 : 25,
      seriesAllowed: isRail,
      holdUp_ms: isRail ? 20 : 16,
    },
    terminals: {
      L: terminal('L', 'L', isRail ? 'railSpring' : 'screw'),
      N: terminal('N', 'N', isRail ? 'railSpring' : 'screw'),
      PE: terminal('PE', 'PE', isRail ? 'railSpring' : 'screw'),
      ...terminals,
    },
    links,
    earths: at('PE'),
  })
}

/** Volts and watts of enclosed supplies, with their case. */
const ENCLOSED: readonly (readonly [number, number, Size, number])[] = [
  [5, 40, [97, 98, 36], 2],
  [5, 60, [97, 159, 38], 2],
  [5, 200, [115, 215, 30], 3],
  [5, 300, [115, 215, 50], 3],
  [12, 35, [82, 99, 30], 1],
  [12, 60, [97, 110, 36], 2],
  [12, 100, [98, 129, 38], 2],
  [12, 240, [110, 215, 50], 3],
  [12, 600, [127, 230, 41], 3],
  [15, 150, [97, 159, 38], 2],
  [24, 35, [82, 99, 30], 1],
  [24, 100, [98, 129, 38], 2],
  [24, 240, [110, 215, 50], 3],
  [24, 480, [120, 225, 50], 3],
  [24, 1000, [127, 280, 63], 3],
  [36, 150, [97, 159, 38], 2],
  [36, 480, [120, 225, 50], 3],
  [48, 150, [97, 159, 38], 2],
  [48, 240, [110, 215, 50], 3],
  [48, 1000, [127, 280, 63], 3],
]

const RAIL: readonly (readonly [number, number, Size])[] = [
  [5, 15, [18, 91, 56]],
  [5, 30, [36, 91, 56]],
  [12, 30, [36, 91, 56]],
  [12, 60, [53, 91, 56]],
  [24, 15, [18, 91, 56]],
  [24, 30, [36, 91, 56]],
  [24, 60, [53, 91, 56]],
  [24, 120, [40, 125, 114]],
  [24, 240, [60, 125, 114]],
  [24, 480, [86, 125, 129]],
  [48, 120, [40, 125, 114]],
  [48, 240, [60, 125, 114]],
]

function adapter(volt: number, amp: number): PartGiven {
  return partGiven(`Adapter ${volt} V ${amp} A with its plug`, [60 + volt, 40, 32], {
    mounting: 'loose',
    behaviour: {
      kind: 'adapter',
      outputs: [{ id: 'out', plus: at('+'), minus: at('-'), voltage_V: volt, current_A: amp, limit_A: amp * 1.2 }],
    },
    terminals: {
      '+': terminal('+', 'V+', 'pluggable', { direction: 'out' }),
      '-': terminal('−', 'V-', 'pluggable', { direction: 'out' }),
    },
  })
}

function battery(volt: number, hours: number, limit_A: number, size: Size): PartGiven {
  return partGiven(`Battery ${volt} V, ${hours} Ah`, size, {
    behaviour: {
      kind: 'battery',
      outputs: [{ id: 'out', plus: at('+'), minus: at('-'), voltage_V: volt, current_A: hours, limit_A }],
      capacity_Ah: hours,
    },
    terminals: { '+': terminal('+', 'V+', 'powerStud'), '-': terminal('−', 'V-', 'powerStud') },
  })
}

function converter(
  name: string,
  range: readonly [number, number],
  volt: number,
  amp: number,
  percent: number,
): PartGiven {
  return partGiven(name, [65, 45, 22], {
    behaviour: {
      kind: 'converter',
      plus: at('IN+'),
      minus: at('IN-'),
      min_V: range[0],
      max_V: range[1],
      outputs: [
        { id: 'out', plus: at('OUT+'), minus: at('OUT-'), voltage_V: volt, current_A: amp, limit_A: amp * 1.3 },
      ],
      efficiency_percent: percent,
    },
    terminals: {
      'IN+': terminal('in +', 'V+', 'boardScrew', { direction: 'in' }),
      'IN-': terminal('in −', 'V-', 'boardScrew', { direction: 'in' }),
      'OUT+': terminal('out +', 'V+', 'boardScrew', { direction: 'out' }),
      'OUT-': terminal('out −', 'V-', 'boardScrew', { direction: 'out' }),
    },
    links: [bar('minus', 'IN-', 'OUT-')],
  })
}

const keyed = (entries: readonly (readonly [string, PartGiven])[]) => Object.fromEntries(entries)

export const MORE_SUPPLIES: Readonly<Record<string, PartGiven>> = {
  ...keyed(
    ENCLOSED.map(([volt, watt, size, pairs]) => [
      `part:supply-${volt}-${watt}`,
      mainsSupply({
        volt,
        watt,
        size,
        pairs,
        percent: volt === 5 ? 80 : volt < 24 ? 85 : 88,
        powerFactor: watt >= 240 ? 0.95 : 0.6,
        on: 'screws',
      }),
    ]),
  ),
  ...keyed(
    RAIL.map(([volt, watt, size]) => [
      `part:rail-supply-${volt}-${watt}`,
      mainsSupply({
        volt,
        watt,
        size,
        pairs: 2,
        percent: volt === 5 ? 82 : 90,
        powerFactor: watt >= 120 ? 0.95 : 0.55,
        on: 'rail',
      }),
    ]),
  ),
  ...keyed(
    (
      [
        [5, 3],
        [5, 6],
        [9, 2],
        [12, 2],
        [12, 5],
        [19, 3.4],
        [24, 2.5],
        [24, 5],
        [36, 2],
      ] as const
    ).map(([volt, amp]) => [`part:adapter-${volt}-${String(amp).replace('.', '_')}`, adapter(volt, amp)]),
  ),
  'part:battery-12-7': battery(12, 7, 200, [151, 65, 94]),
  'part:battery-12-18': battery(12, 18, 400, [181, 77, 167]),
  'part:battery-24-10': battery(24, 10, 300, [180, 120, 80]),
  'part:battery-36-10': battery(36, 10, 250, [370, 90, 90]),
  'part:converter-24-12': converter('Converter 24 V to 12 V, 5 A', [15, 36], 12, 5, 92),
  'part:converter-12-5': converter('Converter 12 V to 5 V, 5 A', [7, 24], 5, 5, 90),
  'part:converter-48-24': converter('Converter 48 V to 24 V, 5 A', [30, 60], 24, 5, 93),
  'part:converter-48-12': converter('Converter 48 V to 12 V, 8 A', [20, 60], 12, 8, 92),
  'part:converter-wide-5': converter('Converter 8–60 V to 5 V, 8 A', [8, 60], 5, 8, 89),
}
