import { bar, definePart, draw, optional, terminal } from '@/core/catalogue/builders'
import { PlanBuilder } from '@/core/patterns'
import { type CableId, type Part, type Plan, type WireId, newWire } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

const range = (n: number) => Array.from({ length: n }, (_, i) => i + 1)
const RIBBON = 'cable:ribbon' as CableId
const EXTRA = 'cable:extra' as CableId
const WAYS = 6

/** A board or a screen with a six-way header for a ribbon, power in the first two ways. */
const headed = (name: string, isSource: boolean): Part =>
  definePart(name, [90, 60, 20], {
    mounting: 'standoffs',
    behaviour: { kind: isSource ? 'computer' : 'screen' },
    terminals: {
      ...(isSource
        ? {
            'V+': terminal('5V', 'V+', 'pluggable', { direction: 'in' }),
            'V-': terminal('GND', 'V-', 'pluggable', { direction: 'in' }),
          }
        : {}),
      '1': terminal('1', 'V+', 'contact25', { block: 'FLAT', position: 1 }),
      '2': terminal('2', 'V-', 'contact25', { block: 'FLAT', position: 2 }),
      ...Object.fromEntries(
        range(WAYS - 2).map((n) => [
          String(n + 2),
          terminal(`S${n}`, 'data', 'contact25', { ...optional, block: 'FLAT', position: n + 2, level_V: 3.3 }),
        ]),
      ),
    },
    links: isSource ? [bar('plus', 'V+', '1'), bar('minus', 'V-', '2')] : [],
    draws: isSource
      ? [draw('logic', 'Computer', 'V+', 'V-', 5, { power_W: 6 }, { min_V: 4.75, max_V: 5.25 })]
      : [draw('screen', 'Screen', '1', '2', 5, { power_W: 1.5 }, { max_V: 5.5 })],
    connectors: [
      {
        id: 'flat',
        name: 'Flat header',
        family: '2 mm pitch header',
        pitch_mm: 2,
        gender: 'socket',
        key: 'notch',
        hasLatch: null,
        ways: range(WAYS).map(String),
      },
      {
        id: 'spare',
        name: 'Spare header',
        family: '2.5 mm pitch header',
        pitch_mm: 2.5,
        gender: 'socket',
        key: null,
        hasLatch: null,
        ways: [null, null],
      },
    ],
  })

const plug = (device: string | null, rest: object = {}) => ({
  kind: 'plug' as const,
  family: '2 mm pitch housing',
  pitch_mm: 2,
  gender: 'plug' as const,
  key: 'notch',
  ways: WAYS,
  mates: device === null ? null : { device: to.id(device), connector: 'flat' },
  ...rest,
})

function ribbon(): Plan {
  const plan = new PlanBuilder('Screen on a ribbon', 'IEC')
    .part('computer', headed('Small computer with a flat header', true))
    .part('screen', headed('Screen with a flat header', false))
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 1 } } })
    .device('Q1', 'switch-2p')
    .device('PS1', 'supply-5-25', '5 V', { hasCover: true })
    .device('PE1', 'earth-stud')
    .device('A1', 'computer', 'Computer')
    .device('A2', 'screen', 'Screen')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'A1.V+', 'V+', { length_mm: 200 })
    .wire('PS1.V-1', 'A1.V-', 'V-', { length_mm: 200 })
    .cable('ribbon', {
      name: 'Ribbon of six',
      od_mm: null,
      premade: true,
      length_mm: 300,
      printed: null,
      flexClass: 'fixed',
      shielded: false,
      origin: 'new',
      ends: { a: plug('A1'), b: plug('A2') },
      cores: range(WAYS).map((n) => ({ id: String(n), size: '28 AWG', colour: null })),
    })
    .build()
  const cores = range(WAYS).map((way) => {
    const end = (side: 'a' | 'b') => ({ kind: 'plug' as const, cable: RIBBON, end: side, way })
    const fn = way === 1 ? 'V+' : way === 2 ? 'V-' : 'signal'
    const rest = { size: '28 AWG', length_mm: 300, cable: RIBBON, core: String(way) }
    return [`wire:core${way}` as WireId, newWire(end('a'), end('b'), fn, `R${way}`, rest)] as const
  })
  return { ...plan, wires: { ...plan.wires, ...Object.fromEntries(cores) } }
}

const withCable =
  (id: CableId, change: (cable: Plan['cables'][CableId]) => Plan['cables'][CableId]): to.Edit =>
  (plan) => ({ ...plan, cables: { ...plan.cables, [id]: change(plan.cables[id]!) } })

export const RIBBONS: readonly Build[] = [
  {
    name: 'screen on a ribbon',
    plan: ribbon(),
    mistakes: [
      // Both plugs are in, so that it is there: the plan does not know what it joins.
      caution(
        'a core left out of the ribbon',
        (plan) => ({
          ...plan,
          wires: Object.fromEntries(Object.entries(plan.wires).filter(([id]) => id !== 'wire:core5')),
        }),
        /core 5/,
      ),
      caution(
        'a ribbon printed for the spare header',
        withCable(RIBBON, (cable) => ({ ...cable, printed: 'Spare header' })),
        /printed “Spare header”/,
      ),
      stop(
        'a plug of five ways on six',
        withCable(RIBBON, (cable) => ({ ...cable, ends: { ...cable.ends, b: { ...cable.ends.b, ways: 5 } } })),
        /ways/,
      ),
      stop(
        'a housing of 2.5 mm pitch on 2 mm',
        withCable(RIBBON, (cable) => ({ ...cable, ends: { ...cable.ends, b: { ...cable.ends.b, pitch_mm: 2.5 } } })),
        /pitch/,
      ),
      stop(
        'the ribbon’s far plug hangs loose',
        withCable(RIBBON, (cable) => ({ ...cable, ends: { ...cable.ends, b: { ...cable.ends.b, mates: null } } })),
        /A2|ribbon/i,
      ),
      stop(
        'the computer on 12 V',
        to.part('PS1', (part) => ({
          ...part,
          behaviour: {
            ...part.behaviour,
            outputs: [{ id: 'out', plus: 'V+1', minus: 'V-1', voltage_V: 12, current_A: 2, limit_A: 2.6 }],
          } as never,
        })),
        /A1/,
      ),
      stop('the computer’s minus open', to.cut('PS1.V-1 > A1.V-'), /A1/),
    ],
    harmless: [
      fine('a second cable that joins nothing', (plan) => ({
        ...plan,
        cables: {
          ...plan.cables,
          [EXTRA]: {
            ...plan.cables[RIBBON]!,
            name: 'Data cable',
            ends: {
              a: { ...plan.cables[RIBBON]!.ends.a, mates: null },
              b: { ...plan.cables[RIBBON]!.ends.b, mates: null },
            },
          },
        },
      })),
      fine(
        'another printed label',
        withCable(RIBBON, (cable) => ({ ...cable, printed: 'FLAT 6' })),
      ),
      fine(
        'a longer ribbon',
        withCable(RIBBON, (cable) => ({ ...cable, length_mm: 400 })),
      ),
      fine('a green core', (plan) => ({
        ...plan,
        wires: {
          ...plan.wires,
          ['wire:core5' as WireId]: {
            ...plan.wires['wire:core5' as WireId]!,
            colour: { base: 'green', stripe: 'yellow' },
          },
        },
      })),
    ],
  },
]
