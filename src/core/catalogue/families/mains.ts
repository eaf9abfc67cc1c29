/** Inlets, breakers, outlets, holders, joints and earths of the mains side. */
import type { PartGiven } from '@/core/plan'
import { at, bar, byHand, contact, partGiven, fusePlace, optional, terminal, type ClampPreset } from '../builders'
import { fuseBlock, joint } from '../distribution'

const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)

const threePins = (clamp: ClampPreset) => ({
  L: terminal('L', 'L', clamp),
  N: terminal('N', 'N', clamp),
  PE: terminal('PE', 'PE', clamp),
})

const inlet = (name: string, size: readonly [number, number, number], rated_A: number, clamp: ClampPreset): PartGiven =>
  partGiven(name, size, {
    mounting: 'panel',
    behaviour: { kind: 'mains-inlet', line: at('L'), neutral: at('N'), earth: at('PE'), rated_A },
    terminals: threePins(clamp),
  })

/** An inlet with a fuse drawer and, behind it, a switch of two poles. */
const switchedInlet = (name: string, size: readonly [number, number, number]): PartGiven =>
  partGiven(name, size, {
    mounting: 'panel',
    behaviour: { kind: 'mains-inlet', line: at('Lpin'), neutral: at('Npin'), earth: at('PE'), rated_A: 10 },
    actuators: [byHand()],
    terminals: {
      Lpin: terminal('L pin', 'L', 'moulded', optional),
      Npin: terminal('N pin', 'N', 'moulded', optional),
      Lf: terminal('L fused', 'L', 'moulded', optional),
      ...threePins('tab63'),
    },
    links: [
      fusePlace('F', 'Lpin', 'Lf', 'IEC 60127', null),
      contact('P1', 'Lf', 'L', 'open', 'hand', 10),
      contact('P2', 'Npin', 'N', 'open', 'hand', 10),
    ],
  })

function breaker(name: string, family: 'IEC 60898' | 'UL 489', poles: 1 | 2, rating_A: number): PartGiven {
  return partGiven(name, [18 * poles, 85, 65], {
    mounting: 'rail',
    behaviour: { kind: 'protective-device' },
    terminals: Object.fromEntries(
      range(poles * 2).map((n) => [String(n), terminal(String(n), 'any', 'breaker')] as const),
    ),
    links: range(poles).map((pole) =>
      fusePlace(poles === 1 ? 'Q' : `Q${pole}`, String(pole * 2 - 1), String(pole * 2), family, rating_A),
    ),
  })
}

/** Residual current and overcurrent in one: the line by its breaker, the neutral with it. */
const combined = (rating_A: number): PartGiven =>
  partGiven(`Residual-current breaker, ${rating_A} A, 30 mA`, [36, 85, 70], {
    mounting: 'rail',
    behaviour: { kind: 'residual-current-device', trips_mA: 30, type: 'A' },
    actuators: [byHand('rest')],
    terminals: {
      '1': terminal('1', 'any', 'breaker'),
      '2': terminal('2', 'any', 'breaker'),
      N1: terminal('N in', 'any', 'breaker'),
      N2: terminal('N out', 'any', 'breaker'),
    },
    links: [fusePlace('Q', '1', '2', 'IEC 60898', rating_A), contact('P2', 'N1', 'N2', 'closed', 'hand', rating_A)],
  })

const twoPoles = (
  name: string,
  size: readonly [number, number, number],
  rated_A: number,
  on: 'panel' | 'rail',
): PartGiven =>
  partGiven(name, size, {
    mounting: on,
    behaviour: { kind: 'switch' },
    actuators: [byHand()],
    terminals: Object.fromEntries(
      range(4).map((n) => [String(n), terminal(String(n), 'any', on === 'rail' ? 'breaker' : 'tab63')] as const),
    ),
    links: [contact('P1', '1', '2', 'open', 'hand', rated_A), contact('P2', '3', '4', 'open', 'hand', rated_A)],
  })

const filter = (rated_A: number): PartGiven =>
  partGiven(`Mains filter, ${rated_A} A`, [64, 46, 29], {
    behaviour: { kind: 'surge-filter' },
    terminals: {
      L: terminal('L in', 'L', 'tab63', { direction: 'in', rated_A }),
      N: terminal('N in', 'N', 'tab63', { direction: 'in', rated_A }),
      PE: terminal('PE', 'PE', 'tab63'),
      L2: terminal('L out', 'L', 'tab63', { direction: 'out', rated_A }),
      N2: terminal('N out', 'N', 'tab63', { direction: 'out', rated_A }),
    },
    links: [bar('line', 'L', 'L2'), bar('neutral', 'N', 'N2')],
    earths: at('PE'),
  })

const outlet = (name: string, size: readonly [number, number, number]): PartGiven =>
  partGiven(name, size, { mounting: 'panel', behaviour: { kind: 'outlet' }, terminals: threePins('screw') })

const holder = (
  name: string,
  family: Parameters<typeof fusePlace>[3],
  mounting: PartGiven['mounting'],
  clamp: ClampPreset,
  size: readonly [number, number, number],
): PartGiven =>
  partGiven(name, size, {
    mounting,
    behaviour: { kind: 'protective-device' },
    terminals: { '1': terminal('1', 'any', clamp), '2': terminal('2', 'any', clamp) },
    links: [fusePlace('F', '1', '2', family, null)],
  })

/** Screws facing each other, each pair by itself. */
const barrier = (pairs: number): PartGiven =>
  partGiven(`Barrier strip, ${pairs} pairs`, [pairs * 9.5 + 10, 22, 16], {
    behaviour: { kind: 'terminal-strip' },
    terminals: Object.fromEntries(
      range(pairs).flatMap((n) =>
        (['a', 'b'] as const).map((side) => [
          `${n}${side}`,
          terminal(`${n}${side}`, 'any', 'screw', { ...optional, conductors: { min_mm2: 0.5, max_mm2: 4, count: 2 } }),
        ]),
      ),
    ),
    links: range(pairs).map((n) => bar(`P${n}`, `${n}a`, `${n}b`)),
  })

const earthBar = (ways: number): PartGiven =>
  partGiven(`Earth bar, ${ways} ways`, [ways * 7 + 12, 12, 14], {
    behaviour: { kind: 'earth-stud' },
    terminals: Object.fromEntries(
      range(ways).map((n) => [
        n === 1 ? 'PE' : `PE${n}`,
        terminal(String(n), 'PE', 'screw', {
          ...(n > 1 ? optional : {}),
          conductors: { min_mm2: 0.75, max_mm2: 16, count: 1 },
        }),
      ]),
    ),
    links: [bar('bar', ...range(ways).map((n) => (n === 1 ? 'PE' : `PE${n}`)))],
  })

export const MORE_MAINS: Readonly<Record<string, PartGiven>> = {
  'part:inlet-16': inlet('Mains inlet, 16 A', [55, 35, 40], 16, 'tab63'),
  'part:inlet-lead': inlet('Mains cord, fixed, with its clamp', [30, 30, 30], 10, 'screw'),
  'part:inlet-lead-16': inlet('Mains cord, fixed, 16 A, with its clamp', [32, 32, 32], 16, 'screw'),
  'part:inlet-switched': switchedInlet('Mains inlet with fuse drawer and switch, 10 A', [50, 58, 45]),
  'part:switch-2p-lit': twoPoles('Panel switch, two poles, lit, 10 A', [30, 22, 35], 10, 'panel'),
  'part:isolator-25': twoPoles('Rail isolator, two poles, 25 A', [36, 85, 65], 25, 'rail'),
  'part:isolator-door': twoPoles('Main switch with door handle, two poles, 32 A', [60, 60, 80], 32, 'panel'),
  'part:breaker-1p-6': breaker('Rail breaker, one pole, 6 A', 'IEC 60898', 1, 6),
  'part:breaker-1p-16': breaker('Rail breaker, one pole, 16 A', 'IEC 60898', 1, 16),
  'part:breaker-2p-6': breaker('Rail breaker, two poles, 6 A', 'IEC 60898', 2, 6),
  'part:breaker-2p-10': breaker('Rail breaker, two poles, 10 A', 'IEC 60898', 2, 10),
  'part:breaker-2p-16': breaker('Rail breaker, two poles, 16 A', 'IEC 60898', 2, 16),
  'part:branch-breaker-2p': breaker('Rail branch breaker, two poles, UL 489', 'UL 489', 2, 15),
  'part:combined-10': combined(10),
  'part:combined-16': combined(16),
  'part:filter-6': filter(6),
  'part:filter-10': filter(10),
  'part:outlet-16': outlet('Mains outlet, 16 A', [54, 54, 45]),
  'part:outlet-rail': outlet('Mains outlet on the rail, 16 A', [45, 85, 65]),
  'part:outlet-appliance': outlet('Appliance outlet, 10 A, panel', [50, 28, 35]),
  'part:holder-panel': holder('Panel fuse holder, 5 × 20 mm', 'IEC 60127', 'panel', 'tab63', [17, 17, 45]),
  'part:holder-panel-us': holder('Panel fuse holder, 6.3 × 32 mm', 'UL 248-14', 'panel', 'tab63', [17, 17, 55]),
  'part:holder-rail-us': holder('Rail fuse holder, 6.3 × 32 mm', 'UL 248-14', 'rail', 'railSpring', [12, 60, 60]),
  'part:holder-inline': holder('In-line fuse holder, 5 × 20 mm', 'IEC 60127', 'in-line', 'solderEnd', [10, 40, 10]),
  'part:holder-inline-blade': holder('In-line holder for a blade fuse', 'ISO 8820-3', 'in-line', 'lever', [20, 50, 15]),
  'part:fuse-block-10': fuseBlock(10),
  'part:fuse-block-12': fuseBlock(12),
  'part:splice-2': joint('Lever splice, 2 ways', [13, 20, 9], 2, 'lever', 'loose', 'splice'),
  'part:splice-push-3': joint('Push-in splice, 3 ways', [15, 18, 10], 3, 'spring', 'loose', 'splice'),
  'part:splice-push-5': joint('Push-in splice, 5 ways', [20, 18, 10], 5, 'spring', 'loose', 'splice'),
  'part:splice-butt': joint('Butt splice, crimped', [5, 25, 5], 2, 'butt', 'loose', 'splice'),
  'part:rail-feed': joint('Rail terminal, feed through', [6, 50, 45], 2, 'railSpring', 'rail', 'terminal-strip'),
  'part:rail-feed-4': joint('Rail terminal, 4 ways', [6, 70, 45], 4, 'railSpring', 'rail', 'terminal-strip'),
  'part:strip-18': joint(
    'Rail distribution terminal, 18 ways',
    [92, 50, 45],
    18,
    'railSpring',
    'rail',
    'terminal-strip',
  ),
  'part:bus-stud': joint('Bus bar, four studs', [110, 30, 30], 4, 'powerStud', 'screws', 'terminal-strip'),
  'part:barrier-4': barrier(4),
  'part:barrier-6': barrier(6),
  'part:barrier-12': barrier(12),
  'part:earth-bar-7': earthBar(7),
  'part:earth-bar-12': earthBar(12),
  'part:earth-rail': partGiven('Rail earth terminal', [6, 60, 45], {
    mounting: 'rail',
    behaviour: { kind: 'earth-stud' },
    terminals: {
      PE: terminal('1', 'PE', 'railSpring'),
      PE2: terminal('2', 'PE', 'railSpring', optional),
    },
    links: [bar('foot', 'PE', 'PE2')],
  }),
}
