import type { Plan } from './schema/plan'

type Raceway = Plan['raceways'][keyof Plan['raceways']]

export const RACEWAY_KINDS = [
  'duct',
  'clip-line',
  'gland',
  'grommet',
  'hole',
  'hinge-loop',
  'chain',
  'loop',
  'sleeve',
  'conduit',
  'stretch',
] as const
export type RacewayKind = (typeof RACEWAY_KINDS)[number]

/** What goes about a bundle over part of its way: slid on before the ends are made, wound on, or a tube that opens along its side. */
export const COVER_KINDS = ['sleeve', 'wrap', 'split-tube'] as const
export type CoverKind = (typeof COVER_KINDS)[number]

/** A way of which only what it is and where is said: nothing measured, nothing kept for anything. */
export const newRaceway = ({ name, kind, ...given }: Pick<Raceway, 'name' | 'kind'> & Partial<Raceway>): Raceway => ({
  name,
  kind,
  enclosure: null,
  width_mm: 0,
  height_mm: 0,
  length_mm: 0,
  fillLimit_percent: kind === 'duct' ? 60 : 100,
  bendRadius_mm: null,
  travel_mm: null,
  joins: [],
  origin: 'new',
  at: null,
  thread: null,
  isBlanked: null,
  ends: null,
  chain: null,
  carries: null,
  isDivided: null,
  hasInsert: null,
  holdsLead: null,
  warm_C: null,
  motion: null,
  isOutdoors: null,
  hasSharpEdge: null,
  covers: [],
  ...given,
})
