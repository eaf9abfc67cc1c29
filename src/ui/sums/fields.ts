import type { CalculatorName } from '@/core/calculators'
import { BASES, DEVICE_FAMILIES, FERRULE_CODES } from '@/core/reference'

/** A field of a calculator's form. Empty optional fields are left out of the request. */
export type SumField =
  | {
      readonly kind: 'number'
      readonly key: string
      readonly label: string
      readonly unit: string
      readonly initial: string
      readonly isOptional?: boolean
    }
  | {
      readonly kind: 'text'
      readonly key: string
      readonly label: string
      readonly initial: string
      readonly isOptional?: boolean
      readonly hint?: string
    }
  | {
      readonly kind: 'choice'
      readonly key: string
      readonly label: string
      readonly options: readonly string[]
      readonly initial: string
    }
  | { readonly kind: 'yes'; readonly key: string; readonly label: string; readonly initial: boolean }
  | {
      readonly kind: 'rows'
      readonly key: string
      readonly label: string
      readonly one: string
      readonly columns: readonly Exclude<SumField, { kind: 'rows' }>[]
      readonly initial: readonly Readonly<Record<string, string>>[]
    }

export interface SumForm {
  readonly question: string
  readonly fields: readonly SumField[]
  /** The figures of the result, the first one large. */
  readonly answers: readonly { readonly key: string; readonly label: string; readonly unit: string }[]
}

const number = (
  key: string,
  label: string,
  unit: string,
  initial: string,
  isOptional = false,
): SumField & { kind: 'number' } => ({ kind: 'number', key, label, unit, initial, isOptional })

/** Leads by outer diameter. */
const leads = (initial: readonly Readonly<Record<string, string>>[]): SumField => ({
  kind: 'rows',
  key: 'items',
  label: 'Leads',
  one: 'leads',
  columns: [number('od_mm', 'Outer diameter', 'mm', ''), number('count', 'How many', '', '1', true)],
  initial,
})

export const SUM_FORMS: Readonly<Record<CalculatorName, SumForm>> = {
  wire: {
    question: 'How thick a wire?',
    fields: [
      number('current_A', 'Current', 'A', '5'),
      number('oneWay_m', 'Length, one way', 'm', '2'),
      number('voltage_V', 'Voltage', 'V', '24'),
      { kind: 'choice', key: 'system', label: 'Kind', options: ['dc', 'ac-1ph'], initial: 'dc' },
      number('maxDrop_percent', 'May lose', '%', '3'),
      number('ambient_C', 'Air about it', '°C', '40'),
      { kind: 'choice', key: 'basis', label: 'Ampacity by', options: BASES, initial: 'IEC 60204-1 B1' },
      number('insulation_C', 'Insulation', '°C', '70'),
      number('grouped', 'Lying together', '', '2'),
      { kind: 'choice', key: 'series', label: 'Sizes in', options: ['mm²', 'AWG'], initial: 'mm²' },
      number('protection_A', 'Protected by', 'A', '', true),
      {
        kind: 'text',
        key: 'minimum',
        label: 'At least',
        initial: '',
        isOptional: true,
        hint: 'such as 0.75 mm² or 18 AWG',
      },
      number('conductor_C', 'Copper at', '°C', '40', true),
      { kind: 'yes', key: 'smallWires', label: 'Offer control wires below the table', initial: false },
    ],
    answers: [
      { key: 'size', label: 'Take', unit: '' },
      { key: 'corrected_A', label: 'It carries', unit: 'A' },
      { key: 'drop_percent', label: 'It loses', unit: '%' },
      { key: 'maxProtection_A', label: 'Protected by at most', unit: 'A' },
      { key: 'governedBy', label: 'Decided by', unit: '' },
    ],
  },
  supply: {
    question: 'Is this supply enough?',
    fields: [
      number('voltage_V', 'Voltage', 'V', '24'),
      {
        kind: 'rows',
        key: 'loads',
        label: 'Loads',
        one: 'a load',
        columns: [
          { kind: 'text', key: 'name', label: 'Name', initial: '' },
          number('power_W', 'Takes', 'W', ''),
          number('simultaneity', 'Share', '0–1', '1'),
        ],
        initial: [
          { name: 'Motors', power_W: '120', simultaneity: '1' },
          { name: 'Heater', power_W: '60', simultaneity: '1' },
        ],
      },
      number('maxLoading_percent', 'Load it to', '%', '80'),
      number('ambient_C', 'Air about it', '°C', '40'),
      number('derateAbove_C', 'Derates above', '°C', '50', true),
      number('derate_percentPerK', 'By', '%/K', '2.5', true),
    ],
    answers: [
      { key: 'chosen_W', label: 'Take', unit: 'W' },
      { key: 'loading_percent', label: 'It is loaded to', unit: '%' },
      { key: 'demand_W', label: 'Demand', unit: 'W' },
      { key: 'demand_A', label: 'Demand', unit: 'A' },
      { key: 'required_W', label: 'Needed', unit: 'W' },
    ],
  },
  mains: {
    question: 'What comes out of the outlet?',
    fields: [
      number('mains_V', 'Mains', 'V', '230'),
      {
        kind: 'rows',
        key: 'supplies',
        label: 'Supplies',
        one: 'a supply',
        columns: [
          number('output_W', 'Gives', 'W', '200'),
          number('efficiency_percent', 'Efficiency', '%', '88'),
          number('powerFactor', 'Power factor', '', '0.6'),
          number('leakage_mA', 'Leakage', 'mA', '', true),
        ],
        initial: [{ output_W: '200', efficiency_percent: '88', powerFactor: '0.6', leakage_mA: '0.75' }],
      },
      number('direct_W', 'Straight on the mains', 'W', '0'),
      { kind: 'yes', key: 'continuous', label: 'Runs three hours or more', initial: true },
      { kind: 'choice', key: 'region', label: 'Practice', options: ['IEC', 'NEC'], initial: 'IEC' },
      number('circuit_A', 'Outlet’s breaker', 'A', '16', true),
      number('residual_mA', 'Residual-current device', 'mA', '30', true),
    ],
    answers: [
      { key: 'current_A', label: 'Drawn', unit: 'A' },
      { key: 'protection_A', label: 'Fuse', unit: 'A' },
      { key: 'leakage_mA', label: 'Leakage', unit: 'mA' },
    ],
  },
  protect: {
    question: 'Which fuse?',
    fields: [
      number('load_A', 'Load', 'A', '3'),
      number('wire_A', 'The wire carries', 'A', '10'),
      { kind: 'choice', key: 'family', label: 'Family', options: DEVICE_FAMILIES, initial: 'ISO 8820-3' },
      { kind: 'yes', key: 'continuous', label: 'Runs three hours or more', initial: true },
      number('voltage_V', 'Voltage', 'V', '24', true),
      { kind: 'choice', key: 'system', label: 'Kind', options: ['dc', 'ac-1ph'], initial: 'dc' },
      number('loadingLimit_percent', 'Load it to', '%', '', true),
      number('ambient_C', 'Air about it', '°C', '', true),
    ],
    answers: [
      { key: 'rating_A', label: 'Fit', unit: 'A' },
      { key: 'minimum_A', label: 'At least', unit: 'A' },
      { key: 'maximum_A', label: 'At most', unit: 'A' },
    ],
  },
  conductor: {
    question: 'What is this wire?',
    fields: [
      { kind: 'text', key: 'size', label: 'Size', initial: '14 AWG', hint: 'such as 14 AWG or 2.5 mm²' },
      number('length_m', 'Length', 'm', '1', true),
      number('temperature_C', 'Copper at', '°C', '20', true),
    ],
    answers: [
      { key: 'area_mm2', label: 'Area', unit: 'mm²' },
      { key: 'diameter_mm', label: 'As a solid round', unit: 'mm' },
      { key: 'resistance_ohm_per_km', label: 'Resistance', unit: 'Ω/km' },
      { key: 'resistance_ohm', label: 'Over the length', unit: 'Ω' },
    ],
  },
  ssr: {
    question: 'Does this relay want a sink?',
    fields: [
      number('load_A', 'Load', 'A', '10'),
      number('onStateDrop_V', 'Drop when on', 'V', '1.2', true),
      number('slope_ohm', 'And per ampere', 'Ω', '0', true),
      number('ambient_C', 'Air in the box', '°C', '40'),
      number('maxBase_C', 'Base at most', '°C', '80'),
      number('interface_K_per_W', 'Pad or paste', 'K/W', '0.1', true),
      number('bareBase_K_per_W', 'Base without a sink', 'K/W', '', true),
    ],
    answers: [
      { key: 'sink_K_per_W', label: 'Sink at most', unit: 'K/W' },
      { key: 'dissipation_W', label: 'It sheds', unit: 'W' },
      { key: 'needsSink', label: 'Needs a sink', unit: '' },
      { key: 'bareBase_C', label: 'Without one', unit: '°C' },
    ],
  },
  pixels: {
    question: 'How far do pixels reach?',
    fields: [
      number('count', 'Pixels', '', '150'),
      number('each_mA', 'Each, full white', 'mA', '36'),
      number('brightness_percent', 'Brightness', '%', '60'),
      number('voltage_V', 'Supply', 'V', '12'),
      number('pitch_mm', 'Pitch', 'mm', '33.3'),
      number('loop_ohm_per_m', 'Strip, both rails', 'Ω/m', '0.2'),
      { kind: 'text', key: 'feedSize', label: 'Feed wire', initial: '1.5 mm²', hint: 'such as 16 AWG or 1.5 mm²' },
      number('feed_m', 'Feed, one way', 'm', '2'),
      number('minimum_V', 'Pixels want', 'V', '10'),
      { kind: 'choice', key: 'fedFrom', label: 'Fed from ends', options: ['one', 'both'], initial: 'one' },
    ],
    answers: [
      { key: 'injectEvery', label: 'One feed reaches', unit: 'pixels' },
      { key: 'feeds', label: 'Feeds', unit: '' },
      { key: 'far_V', label: 'Lowest pixel', unit: 'V' },
      { key: 'total_A', label: 'Draws', unit: 'A' },
      { key: 'brightnessLimit_percent', label: 'Or dim to', unit: '%' },
    ],
  },
  heat: {
    question: 'How warm does the box get?',
    fields: [
      number('width_mm', 'Width', 'mm', '400'),
      number('height_mm', 'Height', 'mm', '500'),
      number('depth_mm', 'Depth', 'mm', '150'),
      {
        kind: 'choice',
        key: 'material',
        label: 'Walls',
        options: ['painted-steel', 'stainless', 'aluminium', 'plastic'],
        initial: 'painted-steel',
      },
      { kind: 'choice', key: 'mounting', label: 'Stands', options: ['free', 'wall'], initial: 'wall' },
      number('loss_W', 'Lost inside', 'W', '60'),
      number('ambient_C', 'Air outside', '°C', '28'),
      number('maxInside_C', 'Inside at most', '°C', '45'),
    ],
    answers: [
      { key: 'inside_C', label: 'Still air inside', unit: '°C' },
      { key: 'rise_K', label: 'Above outside', unit: 'K' },
      { key: 'needsFan', label: 'Wants a fan', unit: '' },
      { key: 'fan_m3_per_h', label: 'Of', unit: 'm³/h' },
      { key: 'area_m2', label: 'Cooling surface', unit: 'm²' },
    ],
  },
  circuit: {
    question: 'What flows in this network?',
    fields: [
      { kind: 'text', key: 'ground', label: 'Volts count from', initial: '0', hint: 'the name of a node' },
      {
        kind: 'rows',
        key: 'elements',
        label: 'Elements',
        one: 'an element',
        columns: [
          { kind: 'text', key: 'id', label: 'Name', initial: '' },
          { kind: 'choice', key: 'type', label: 'R Ω, V, I A, P W', options: ['R', 'V', 'I', 'P'], initial: 'R' },
          { kind: 'text', key: 'a', label: 'From', initial: '' },
          { kind: 'text', key: 'b', label: 'To', initial: '0' },
          number('value', 'Value', '', '1'),
        ],
        initial: [
          { id: 'supply', type: 'V', a: 'plus', b: '0', value: '24' },
          { id: 'wire', type: 'R', a: 'plus', b: 'load', value: '0.1' },
          { id: 'board', type: 'P', a: 'load', b: '0', value: '48' },
        ],
      },
    ],
    answers: [
      { key: 'nodes', label: 'Volts', unit: 'V' },
      { key: 'elements', label: 'Amperes', unit: 'A' },
    ],
  },
  bundle: {
    question: 'How thick is the bundle?',
    fields: [
      leads([
        { od_mm: '2.8', count: '4' },
        { od_mm: '5', count: '1' },
      ]),
    ],
    answers: [
      { key: 'diameter_mm', label: 'Across', unit: 'mm' },
      { key: 'fill_percent', label: 'Filled', unit: '%' },
    ],
  },
  duct: {
    question: 'Does it fit the duct?',
    fields: [
      number('width_mm', 'Inside width', 'mm', '40'),
      number('height_mm', 'Inside height', 'mm', '40'),
      leads([
        { od_mm: '2.8', count: '40' },
        { od_mm: '7', count: '4' },
      ]),
      number('limit_percent', 'Fill it to', '%', '60', true),
    ],
    answers: [
      { key: 'fill_percent', label: 'Filled', unit: '%' },
      { key: 'fits', label: 'Within the limit', unit: '' },
      { key: 'room_mm2', label: 'Left under the limit', unit: 'mm²' },
    ],
  },
  gland: {
    question: 'Which gland?',
    fields: [
      leads([{ od_mm: '7.2', count: '1' }]),
      { kind: 'choice', key: 'family', label: 'Threads', options: ['M', 'PG'], initial: 'M' },
    ],
    answers: [
      { key: 'size', label: 'Take', unit: '' },
      { key: 'hole_mm', label: 'Hole', unit: 'mm' },
      { key: 'cable_mm', label: 'To be clamped', unit: 'mm' },
      { key: 'clampMin_mm', label: 'It clamps from', unit: 'mm' },
      { key: 'clampMax_mm', label: 'to', unit: 'mm' },
      { key: 'sealed', label: 'Sealed', unit: '' },
    ],
  },
  ferrule: {
    question: 'Which ferrule?',
    fields: [
      { kind: 'text', key: 'size', label: 'Wire', initial: '0.75 mm²', hint: 'such as 18 AWG or 0.75 mm²' },
      { kind: 'choice', key: 'code', label: 'Colours by', options: FERRULE_CODES, initial: 'DIN 46228-4' },
      { kind: 'yes', key: 'twin', label: 'Two wires in one', initial: false },
    ],
    answers: [
      { key: 'colour', label: 'Colour', unit: '' },
      { key: 'sleeve_mm2', label: 'Sleeve for', unit: 'mm²' },
      { key: 'sleeve_mm', label: 'Sleeve', unit: 'mm' },
      { key: 'strip_mm', label: 'Strip', unit: 'mm' },
    ],
  },
  cuts: {
    question: 'What to cut from what?',
    fields: [
      {
        kind: 'rows',
        key: 'stock',
        label: 'Spools and offcuts (no number: as many as wanted)',
        one: 'a length',
        columns: [
          { kind: 'text', key: 'id', label: 'Name', initial: '' },
          number('length_mm', 'Length', 'mm', ''),
          number('count', 'How many', '', '', true),
        ],
        initial: [
          { id: 'offcut', length_mm: '1800', count: '1' },
          { id: 'spool', length_mm: '10000', count: '' },
        ],
      },
      {
        kind: 'rows',
        key: 'pieces',
        label: 'Pieces',
        one: 'a piece',
        columns: [
          { kind: 'text', key: 'id', label: 'Name', initial: '' },
          number('length_mm', 'Length', 'mm', ''),
          number('count', 'How many', '', '1', true),
        ],
        initial: [
          { id: 'motor leads', length_mm: '650', count: '8' },
          { id: 'links', length_mm: '120', count: '10' },
        ],
      },
      number('kerf_mm', 'Lost at a cut', 'mm', '0', true),
      number('keepOffcut_mm', 'Keep offcuts from', 'mm', '200', true),
    ],
    answers: [
      { key: 'stockUsed', label: 'Lengths used', unit: '' },
      { key: 'lowerBound', label: 'No plan needs fewer than', unit: '' },
      { key: 'waste_mm', label: 'Wasted', unit: 'mm' },
    ],
  },
}

/** Turns what was typed into a request: numbers where they read as numbers, else the text itself, for the calculator to refuse by name. */
export function requestOf(
  fields: readonly SumField[],
  values: Readonly<Record<string, unknown>>,
): Record<string, unknown> {
  const body: Record<string, unknown> = {}
  for (const field of fields) {
    const value = values[field.key]
    if (field.kind === 'rows')
      body[field.key] = (value as readonly Record<string, unknown>[]).map((row) => requestOf(field.columns, row))
    else if (field.kind === 'yes') body[field.key] = value === true
    else {
      const text = String(value ?? '').trim()
      if (text === '' && field.kind !== 'choice') {
        if (!field.isOptional && field.kind === 'text') body[field.key] = ''
        continue
      }
      const numeric = Number(text.replace(',', '.'))
      body[field.key] = field.kind === 'number' && Number.isFinite(numeric) ? numeric : text
    }
  }
  return body
}
