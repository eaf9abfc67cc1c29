import type { Cable, Colour } from '@/core/plan'
import type { ConnectorFamilyId } from '@/core/reference'

type ColourName = Colour['base']
type Core = Cable['cores'][number]

/** A kind of cable as it is sold or usually made: what a new one of it is like. */
export interface CableKind {
  readonly id: string
  readonly name: string
  /** Plug at the first end, and at the second; null for a bare end. */
  readonly ends: readonly [ConnectorFamilyId | null, ConnectorFamilyId | null]
  readonly cores: readonly Core[]
  readonly od_mm: number
  readonly flexClass: Cable['flexClass']
  readonly shielded: boolean
  readonly premade: boolean
}

const core = (n: number, size: string, base: ColourName, stripe: ColourName | null = null): Core => ({
  id: String(n),
  size,
  colour: { base, stripe },
  rated_V: null,
})
const cores = (
  size: string,
  ...colours: readonly (ColourName | readonly [ColourName, ColourName])[]
): readonly Core[] =>
  colours.map((colour, i) =>
    typeof colour === 'string' ? core(i + 1, size, colour) : core(i + 1, size, colour[0], colour[1]),
  )

/** Pairs of a network plug by way 1 to 8: ANSI/TIA-568, scheme B (from memory); white with its colour, then the colour. */
export const NETWORK_B = cores(
  '24 AWG',
  ['white', 'orange'],
  'orange',
  ['white', 'green'],
  'blue',
  ['white', 'blue'],
  'green',
  ['white', 'brown'],
  'brown',
)
/** Scheme A of the same: orange and green pairs exchanged. */
export const NETWORK_A = cores(
  '24 AWG',
  ['white', 'green'],
  'green',
  ['white', 'orange'],
  'blue',
  ['white', 'blue'],
  'orange',
  ['white', 'brown'],
  'brown',
)
/** Four leads of a stepper as A+, A−, B+, B−: black and green one winding, red and blue the other; common practice, to be proved by continuity. */
export const STEPPER_LEADS = cores('22 AWG', 'black', 'green', 'red', 'blue')

const kind = (
  id: string,
  name: string,
  ends: CableKind['ends'],
  own: readonly Core[],
  od_mm: number,
  rest: Partial<Pick<CableKind, 'flexClass' | 'shielded' | 'premade'>> = {},
): CableKind => ({ id, name, ends, cores: own, od_mm, flexClass: 'fixed', shielded: false, premade: true, ...rest })

const ribbon = (ways: number) =>
  kind(
    `ribbon-${ways}`,
    `Ribbon, ${ways} ways`,
    ['ribbon', 'ribbon'],
    Array.from({ length: ways }, (_, i) => core(i + 1, '28 AWG', i === 0 ? 'red' : 'grey')),
    1.3,
  )

/** Kinds to begin with; every field of a cable can be changed after. Common practice where nothing else is named. */
export const CABLE_KINDS: readonly CableKind[] = [
  kind('motor-4', 'Motor lead, four cores, 2.5 mm plug', ['2.5', null], STEPPER_LEADS, 5),
  kind('motor-4-chain', 'Motor cable for a chain, four cores', [null, null], STEPPER_LEADS, 6, {
    flexClass: 'chain',
    premade: false,
  }),
  kind('sensor-2', 'Sensor lead, two cores, 2.5 mm plug', ['2.5', null], cores('26 AWG', 'white', 'black'), 3),
  kind(
    'sensor-3',
    'Sensor lead, three cores, 2.5 mm plug',
    ['2.5', null],
    cores('26 AWG', 'red', 'black', 'white'),
    3.5,
  ),
  kind('sensor-3-bare', 'Sensor lead, three cores', [null, null], cores('24 AWG', 'brown', 'blue', 'black'), 4.5),
  kind('fan-2', 'Fan lead, two cores, 2.5 mm plug', ['2.5', null], cores('26 AWG', 'red', 'black'), 2.5),
  kind('pair', 'Control cable, two cores, shielded', [null, null], cores('22 AWG', 'white', 'brown'), 5, {
    shielded: true,
    premade: false,
  }),
  kind(
    'control-7',
    'Control cable, seven cores',
    [null, null],
    cores('20 AWG', 'white', 'brown', 'green', 'yellow', 'grey', 'pink', 'blue'),
    7,
    {
      premade: false,
    },
  ),
  kind('network', 'Network cable', ['network', 'network'], NETWORK_B, 5.5),
  kind('network-open', 'Network cable, one end open, scheme B', ['network', null], NETWORK_B, 5.5),
  kind('network-open-a', 'Network cable, one end open, scheme A', ['network', null], NETWORK_A, 5.5),
  kind('usb', 'USB cable', ['usb', 'usb'], cores('26 AWG', 'red', 'white', 'green', 'black'), 4),
  ribbon(10),
  ribbon(16),
  kind(
    'round-4',
    'Lead with round plugs, four ways',
    ['round', 'round'],
    cores('20 AWG', 'black', 'green', 'red', 'blue'),
    7,
  ),
  kind('barrel', 'Lead with a barrel plug', ['barrel', null], cores('20 AWG', 'red', 'black'), 4),
  kind(
    'lighting-3',
    'Pixel lead, three cores, sealed',
    ['lighting', 'lighting'],
    cores('18 AWG', 'red', 'green', 'white'),
    6.5,
  ),
  kind('cord', 'Mains cord, three cores', [null, null], cores('0.75 mm²', 'brown', 'blue', ['green', 'yellow']), 7),
  kind(
    'cord-15',
    'Mains cord, three cores, 1.5 mm²',
    [null, null],
    cores('1.5 mm²', 'brown', 'blue', ['green', 'yellow']),
    9,
  ),
]
