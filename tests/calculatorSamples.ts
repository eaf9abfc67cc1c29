import type { CalculatorName } from '@/core/calculators'

/** A request of each that has an answer, and the keys its result must keep. */
export const CALCULATOR_SAMPLES: Readonly<
  Record<CalculatorName, { readonly input: Record<string, unknown>; readonly keys: readonly string[] }>
> = {
  conductor: {
    input: { size: '14awg', length_m: 3 },
    keys: ['size', 'area_mm2', 'diameter_mm', 'resistance_ohm_per_km', 'resistance_ohm'],
  },
  wire: {
    input: {
      current_A: 5,
      oneWay_m: 2,
      voltage_V: 24,
      system: 'dc',
      maxDrop_percent: 3,
      ambient_C: 40,
      insulation_C: 70,
      grouped: 1,
      basis: 'IEC 60204-1 B1',
      series: 'mm²',
    },
    keys: [
      'feasible',
      'size',
      'tabulated_A',
      'corrected_A',
      'drop_V',
      'drop_percent',
      'governedBy',
      'maxProtection_A',
      'reasons',
    ],
  },
  supply: {
    input: {
      voltage_V: 24,
      loads: [
        { name: 'a', power_W: 100 },
        { name: 'b', current_A: 1 },
      ],
      ambient_C: 30,
    },
    keys: [
      'feasible',
      'demand_W',
      'demand_A',
      'derateFactor',
      'required_W',
      'chosen_W',
      'chosen_A',
      'loading_percent',
      'reasons',
    ],
  },
  mains: {
    input: {
      mains_V: 230,
      supplies: [{ output_W: 100, efficiency_percent: 85, powerFactor: 0.6 }],
      direct_W: 0,
      continuous: true,
      region: 'IEC',
    },
    keys: ['current_A', 'protection_A', 'leakage_mA', 'feasible', 'reasons'],
  },
  heat: {
    input: {
      width_mm: 400,
      height_mm: 500,
      depth_mm: 150,
      material: 'painted-steel',
      mounting: 'wall',
      loss_W: 60,
      ambient_C: 28,
      maxInside_C: 45,
    },
    keys: ['area_m2', 'rise_K', 'inside_C', 'needsFan', 'fan_m3_per_h', 'feasible', 'reasons'],
  },
  ssr: {
    input: { load_A: 8, ambient_C: 40, maxBase_C: 80 },
    keys: ['dissipation_W', 'sink_K_per_W', 'needsSink', 'feasible', 'reasons'],
  },
  pixels: {
    input: {
      count: 100,
      each_mA: 36,
      brightness_percent: 100,
      voltage_V: 12,
      pitch_mm: 33,
      loop_ohm_per_m: 0.2,
      feedSize: '1.5 mm²',
      feed_m: 2,
      minimum_V: 10,
      fedFrom: 'one',
    },
    keys: ['total_A', 'far_V', 'injectEvery', 'feeds'],
  },
  circuit: {
    input: {
      ground: 'g',
      elements: [
        { id: 's', type: 'V', a: 'p', b: 'g', value: 24 },
        { id: 'l', type: 'R', a: 'p', b: 'g', value: 12 },
      ],
    },
    keys: ['feasible', 'nodes', 'elements', 'iterations', 'reasons'],
  },
  protect: {
    input: { load_A: 3, continuous: true, wire_A: 10, family: 'ISO 8820-3' },
    keys: ['feasible', 'rating_A', 'minimum_A', 'maximum_A', 'reasons'],
  },
  bundle: {
    input: { items: [{ od_mm: 2.8, count: 4 }, { od_mm: 6 }] },
    keys: ['diameter_mm', 'fill_percent', 'circles'],
  },
  duct: {
    input: { width_mm: 40, height_mm: 60, items: [{ od_mm: 2.8, count: 40 }], limit_percent: 60 },
    keys: ['fill_percent', 'fits', 'room_mm2'],
  },
  gland: {
    input: { items: [{ od_mm: 7.2, count: 1 }], family: 'M' },
    keys: ['feasible', 'size', 'hole_mm', 'clampMin_mm', 'clampMax_mm', 'cable_mm', 'sealed', 'reasons'],
  },
  ferrule: {
    input: { size: '0.75 mm2', code: 'DIN 46228-4' },
    keys: ['colour', 'sleeve_mm', 'strip_mm', 'feasible'],
  },
  cuts: {
    input: {
      stock: [{ id: 'spool', length_mm: 10_000 }],
      pieces: [{ id: 'lead', length_mm: 650, count: 8 }],
      kerf_mm: 1,
      keepOffcut_mm: 200,
    },
    keys: ['feasible', 'used', 'stockUsed', 'waste_mm', 'lowerBound', 'unplaced'],
  },
}
