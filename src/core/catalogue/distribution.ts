import type { PartGiven, Terminal } from '@/core/plan'
import { bar, partGiven, fusePlace, optional, terminal, type ClampPreset } from './builders'

const range = (n: number) => Array.from({ length: n }, (_, i) => String(i + 1))

/** A joint whose terminals are all one. */
export function joint(
  name: string,
  size: readonly [number, number, number],
  count: number,
  clamp: ClampPreset,
  mounting: PartGiven['mounting'],
  kind: 'splice' | 'terminal-strip',
): PartGiven {
  return partGiven(name, size, {
    mounting,
    behaviour: { kind },
    terminals: Object.fromEntries(range(count).map((key) => [key, terminal(key, 'any', clamp, optional)])),
    links: [bar('bar', ...range(count))],
  })
}

export function fuseBlock(ways: number): PartGiven {
  const out = (key: string): Terminal =>
    terminal(key, 'V+', 'tab63', { ...optional, direction: 'out', rated_V: 58, rated_A: 30 })
  return partGiven(`Blade fuse block, ${ways} ways`, [30 + ways * 14, 85, 38], {
    behaviour: { kind: 'protective-device' },
    terminals: {
      IN: terminal('+ in', 'V+', 'powerStud', { direction: 'in' }),
      ...Object.fromEntries(range(ways).map((key) => [key, out(key)])),
    },
    links: range(ways).map((key) => fusePlace(`F${key}`, 'IN', key, 'ISO 8820-3', null)),
  })
}

export const DISTRIBUTION_PARTS: Readonly<Record<string, PartGiven>> = {
  'part:splice-3': joint('Lever splice, 3 ways', [19, 20, 9], 3, 'lever', 'loose', 'splice'),
  'part:splice-5': joint('Lever splice, 5 ways', [30, 20, 9], 5, 'lever', 'loose', 'splice'),
  'part:strip-6': joint('Rail distribution terminal, 6 ways', [32, 50, 45], 6, 'railSpring', 'rail', 'terminal-strip'),
  'part:strip-12': joint(
    'Rail distribution terminal, 12 ways',
    [62, 50, 45],
    12,
    'railSpring',
    'rail',
    'terminal-strip',
  ),
  'part:fuse-block-4': fuseBlock(4),
  'part:fuse-block-6': fuseBlock(6),
  'part:fuse-block-8': fuseBlock(8),
}
