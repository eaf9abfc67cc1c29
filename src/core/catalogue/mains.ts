import type { PartGiven } from '@/core/plan'
import {
  at,
  bar,
  byCoil,
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

const inletTerminals = {
  Lpin: terminal('L pin', 'L', 'moulded', optional),
  Npin: terminal('N pin', 'N', 'moulded', optional),
}

export const MAINS_PARTS: Readonly<Record<string, PartGiven>> = {
  'part:inlet': partGiven('Mains inlet, 10 A', [50, 28, 35], {
    mounting: 'panel',
    behaviour: { kind: 'mains-inlet', line: at('L'), neutral: at('N'), earth: at('PE'), rated_A: 10 },
    terminals: { L: terminal('L', 'L', 'tab48'), N: terminal('N', 'N', 'tab48'), PE: terminal('PE', 'PE', 'tab48') },
  }),
  'part:inlet-fused': partGiven('Mains inlet with fuse drawer, 10 A', [50, 36, 40], {
    mounting: 'panel',
    behaviour: { kind: 'mains-inlet', line: at('Lpin'), neutral: at('Npin'), earth: at('PE'), rated_A: 10 },
    terminals: {
      ...inletTerminals,
      L: terminal('L', 'L', 'tab63'),
      N: terminal('N', 'N', 'tab63'),
      PE: terminal('PE', 'PE', 'tab63'),
    },
    links: [fusePlace('F', 'Lpin', 'L', 'IEC 60127', null), bar('N', 'Npin', 'N')],
  }),
  'part:inlet-locking': partGiven('Locking mains inlet, 16 A', [32, 32, 45], {
    mounting: 'panel',
    behaviour: { kind: 'mains-inlet', line: at('L'), neutral: at('N'), earth: at('PE'), rated_A: 16 },
    terminals: { L: terminal('L', 'L', 'screw'), N: terminal('N', 'N', 'screw'), PE: terminal('PE', 'PE', 'screw') },
  }),
  'part:switch-1p': partGiven('Panel switch, one pole, 16 A', [30, 22, 30], {
    mounting: 'panel',
    behaviour: { kind: 'switch' },
    actuators: [byHand()],
    terminals: { '1': terminal('1', 'any', 'tab63'), '2': terminal('2', 'any', 'tab63') },
    links: [contact('P1', '1', '2', 'open', 'hand', 16)],
  }),
  'part:switch-2p': partGiven('Panel switch, two poles, 16 A', [30, 27, 35], {
    mounting: 'panel',
    behaviour: { kind: 'switch' },
    actuators: [byHand()],
    terminals: {
      '1': terminal('1', 'any', 'tab63'),
      '2': terminal('2', 'any', 'tab63'),
      '3': terminal('3', 'any', 'tab63'),
      '4': terminal('4', 'any', 'tab63'),
    },
    links: [contact('P1', '1', '2', 'open', 'hand', 16), contact('P2', '3', '4', 'open', 'hand', 16)],
  }),
  'part:fuse-holder': partGiven('Rail fuse holder, 5 × 20 mm', [8, 60, 55], {
    mounting: 'rail',
    behaviour: { kind: 'protective-device' },
    terminals: { '1': terminal('1', 'any', 'railSpring'), '2': terminal('2', 'any', 'railSpring') },
    links: [fusePlace('F', '1', '2', 'IEC 60127', null)],
  }),
  'part:breaker-1p': partGiven('Rail breaker, one pole', [18, 85, 65], {
    mounting: 'rail',
    behaviour: { kind: 'protective-device' },
    terminals: { '1': terminal('1', 'any', 'breaker'), '2': terminal('2', 'any', 'breaker') },
    links: [fusePlace('Q', '1', '2', 'IEC 60898', 10)],
  }),
  'part:branch-breaker-1p': partGiven('Rail branch breaker, one pole, UL 489', [18, 95, 65], {
    mounting: 'rail',
    behaviour: { kind: 'protective-device' },
    terminals: { '1': terminal('1', 'any', 'breaker'), '2': terminal('2', 'any', 'breaker') },
    links: [fusePlace('Q', '1', '2', 'UL 489', 15)],
  }),
  'part:ssr-ac': partGiven('Solid-state relay, AC load, 25 A', [45, 58, 30], {
    behaviour: {
      kind: 'solid-state-relay',
      load: 'ac',
      leakage_mA: 3,
      zeroCross: true,
      bareBase_K_per_W: 9,
      maxBase_C: 80,
      minimumLoad_A: 0.1,
    },
    terminals: {
      '1': terminal('1', 'any', 'screw', { rated_A: 25 }),
      '2': terminal('2', 'any', 'screw', { rated_A: 25 }),
      'C+': terminal('3 +', 'control+', 'smallScrew', { polarised: true, isolated: true }),
      'C-': terminal('4 −', 'control-', 'smallScrew', { polarised: true, isolated: true }),
    },
    actuators: [byCoil('control', 'Control input', 'C+', 'C-', { pickUp_V: 4, max_V: 32 })],
    links: [semiconductor('T', '1', '2', 1.2, 25, 'control')],
    draws: [draw('control', 'Control input', 'C+', 'C-', 24, { current_A: 0.012 })],
  }),
  'part:relay-1co': partGiven('Relay module, one change-over, 10 A', [26, 50, 20], {
    behaviour: { kind: 'relay' },
    actuators: [byCoil('coil', 'Coil', 'A1', 'A2', { hasDriver: true, hasFlyback: true })],
    terminals: {
      A1: terminal('A1', 'control+', 'smallScrew', { polarised: true, isolated: true }),
      A2: terminal('A2', 'control-', 'smallScrew', { polarised: true, isolated: true }),
      COM: terminal('COM', 'contact-COM', 'screw'),
      NO: terminal('NO', 'contact-NO', 'screw', optional),
      NC: terminal('NC', 'contact-NC', 'screw', optional),
    },
    draws: [draw('coil', 'Coil', 'A1', 'A2', 24, { current_A: 0.04 })],
    links: [contact('NO', 'COM', 'NO', 'open', 'coil', 10), contact('NC', 'COM', 'NC', 'closed', 'coil', 10)],
  }),
  'part:thermal-cut-out': partGiven('Thermal cut-out, 120 °C, 10 A', [15, 8, 6], {
    mounting: 'loose',
    behaviour: { kind: 'thermal-cut-out' },
    actuators: [byHeat],
    terminals: { '1': terminal('1', 'any', 'tab63'), '2': terminal('2', 'any', 'tab63') },
    links: [contact('T', '1', '2', 'closed', 'heat', 10)],
  }),
  'part:emergency-stop': partGiven('Emergency stop, two normally closed contacts', [40, 40, 70], {
    mounting: 'panel',
    behaviour: { kind: 'emergency-stop' },
    actuators: [byHand('rest')],
    terminals: {
      '11': terminal('11', 'any', 'screw'),
      '12': terminal('12', 'any', 'screw'),
      '21': terminal('21', 'any', 'screw', optional),
      '22': terminal('22', 'any', 'screw', optional),
    },
    links: [contact('S1', '11', '12', 'closed', 'hand', 10), contact('S2', '21', '22', 'closed', 'hand', 10)],
  }),
  'part:outlet': partGiven('Mains outlet, 10 A', [50, 36, 40], {
    mounting: 'panel',
    behaviour: { kind: 'outlet' },
    terminals: { L: terminal('L', 'L', 'screw'), N: terminal('N', 'N', 'screw'), PE: terminal('PE', 'PE', 'screw') },
  }),
  'part:earth-stud': partGiven('Earth stud, M4', [12, 12, 20], {
    behaviour: { kind: 'earth-stud' },
    terminals: { PE: terminal('PE', 'PE', 'stud', { conductors: { min_mm2: 0.5, max_mm2: 6, count: 6 } }) },
  }),
  'part:metal': partGiven('Exposed metal part', [100, 100, 10], {
    behaviour: { kind: 'exposed-metal' },
    terminals: { PE: terminal('earth point', 'PE', 'stud') },
    earths: at('PE'),
  }),
}
