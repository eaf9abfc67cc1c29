import type { PartGiven, Terminal } from '@/core/plan'
import { at, bar, partGiven, terminal, optional } from './builders'

interface SupplySpec {
  readonly voltage_V: number
  readonly power_W: number
  readonly size: readonly [number, number, number]
  /** Pairs of output terminals. */
  readonly pairs: number
  readonly efficiency_percent: number
  readonly powerFactor: number
  /** With a 115/230 V selector; else the input takes both. */
  readonly hasSelector: boolean
}

/** An enclosed supply: mains on screws, outputs in pairs, derated above 50 °C as such supplies commonly are. */
function supply(spec: SupplySpec): PartGiven {
  const { voltage_V, power_W, pairs } = spec
  const current_A = power_W / voltage_V
  const outs = Array.from({ length: pairs }, (_, i) => i + 1)
  const output = (label: string, fn: 'V+' | 'V-', i: number): Terminal =>
    terminal(label, fn, 'screw', {
      direction: 'out',
      rated_A: 20,
      conductors: { min_mm2: 0.5, max_mm2: 6, count: 2 },
      ...(i > 1 ? optional : {}),
    })
  return partGiven(`${voltage_V} V ${power_W} W enclosed supply`, spec.size, {
    mass_g: 100 + power_W * 2,
    orientations: power_W > 200 ? 'upright' : 'any',
    clearance_mm: { top: 50, right: 20, bottom: 50, left: 20, front: 20 },
    behaviour: {
      kind: 'supply',
      line: at('L'),
      neutral: at('N'),
      earth: at('PE'),
      min_V: spec.hasSelector ? 90 : 85,
      max_V: 264,
      selector: spec.hasSelector ? 'mains' : null,
      outputs: [{ id: 'out', plus: at('V+1'), minus: at('V-1'), voltage_V, current_A, limit_A: current_A * 1.3 }],
      power_W,
      efficiency_percent: spec.efficiency_percent,
      powerFactor: spec.powerFactor,
      leakage_mA: 0.75,
      derateAbove_C: 50,
      derate_percentPerK: 2.5,
      inrush_A: 40,
      seriesAllowed: false,
      holdUp_ms: 16,
    },
    terminals: {
      L: terminal('L', 'L', 'screw'),
      N: terminal('N', 'N', 'screw'),
      PE: terminal('PE', 'PE', 'screw'),
      ...Object.fromEntries(outs.map((i) => [`V-${i}`, output('−V', 'V-', i)])),
      ...Object.fromEntries(outs.map((i) => [`V+${i}`, output('+V', 'V+', i)])),
    },
    links: pairs > 1 ? [bar('plus', ...outs.map((i) => `V+${i}`)), bar('minus', ...outs.map((i) => `V-${i}`))] : [],
    settings: spec.hasSelector
      ? [
          {
            id: 'mains',
            name: 'Mains selector',
            kind: 'selector',
            options: ['115 V', '230 V'],
            initial: '230 V',
            beforeMounting: true,
          },
        ]
      : [],
    earths: at('PE'),
  })
}

export const SUPPLY_PARTS: Readonly<Record<string, PartGiven>> = {
  'part:supply-5-25': supply({
    voltage_V: 5,
    power_W: 25,
    size: [51, 79, 28],
    pairs: 1,
    efficiency_percent: 80,
    powerFactor: 0.55,
    hasSelector: false,
  }),
  'part:supply-5-100': supply({
    voltage_V: 5,
    power_W: 100,
    size: [98, 129, 38],
    pairs: 2,
    efficiency_percent: 80,
    powerFactor: 0.6,
    hasSelector: true,
  }),
  'part:supply-12-150': supply({
    voltage_V: 12,
    power_W: 150,
    size: [97, 159, 38],
    pairs: 2,
    efficiency_percent: 85,
    powerFactor: 0.6,
    hasSelector: true,
  }),
  'part:supply-12-350': supply({
    voltage_V: 12,
    power_W: 350,
    size: [115, 215, 30],
    pairs: 3,
    efficiency_percent: 85,
    powerFactor: 0.6,
    hasSelector: true,
  }),
  'part:supply-24-60': supply({
    voltage_V: 24,
    power_W: 60,
    size: [52, 90, 58],
    pairs: 2,
    efficiency_percent: 86,
    powerFactor: 0.6,
    hasSelector: false,
  }),
  'part:supply-24-150': supply({
    voltage_V: 24,
    power_W: 150,
    size: [97, 159, 38],
    pairs: 2,
    efficiency_percent: 87,
    powerFactor: 0.6,
    hasSelector: true,
  }),
  'part:supply-24-350': supply({
    voltage_V: 24,
    power_W: 350,
    size: [115, 215, 30],
    pairs: 3,
    efficiency_percent: 88,
    powerFactor: 0.6,
    hasSelector: true,
  }),
  'part:supply-24-600': supply({
    voltage_V: 24,
    power_W: 600,
    size: [127, 230, 41],
    pairs: 3,
    efficiency_percent: 89,
    powerFactor: 0.95,
    hasSelector: false,
  }),
  'part:supply-36-350': supply({
    voltage_V: 36,
    power_W: 350,
    size: [115, 215, 30],
    pairs: 3,
    efficiency_percent: 88,
    powerFactor: 0.6,
    hasSelector: true,
  }),
  'part:supply-48-350': supply({
    voltage_V: 48,
    power_W: 350,
    size: [115, 215, 30],
    pairs: 3,
    efficiency_percent: 89,
    powerFactor: 0.6,
    hasSelector: true,
  }),
  'part:supply-48-600': supply({
    voltage_V: 48,
    power_W: 600,
    size: [127, 230, 41],
    pairs: 3,
    efficiency_percent: 90,
    powerFactor: 0.95,
    hasSelector: false,
  }),
}
