import { PlanBuilder } from '@/core/patterns'
import type { CableId, EnclosureId, FaceId, Plan, Wire } from '@/core/plan'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'

const blade = (rating_A: number) => ({ family: 'ISO 8820-3' as const, rating_A })
const CORD = { cable: 'cable:cord' as CableId, jacket: 'jacketed' as const, size: '1 mm²', rated_V: 300 }

const cord =
  (changes: Partial<Plan['cables'][CableId]>): to.Edit =>
  (plan) => ({ ...plan, cables: { ...plan.cables, [CORD.cable]: { ...plan.cables[CORD.cable]!, ...changes } } })

/** A plotter on an open frame of profile: its supply, board and stop stand free on it, its cord is a bought one. */
function openPlotter(): Plan {
  const bare = { kind: 'bare' as const }
  const plan = new PlanBuilder('Plotter on an open frame', 'IEC', {
    site: { plug: { kind: 'reversible', fuse_A: null }, earthing: 'TN' },
  })
    .box('frame', {
      name: 'Frame',
      kind: 'open-frame',
      inner: { width_mm: 500, height_mm: 300, depth_mm: 80 },
      wall: { material: 'aluminium', thickness_mm: 3 },
      sealed: false,
    })
    .cable('cord', {
      name: 'Mains cord',
      od_mm: 7.5,
      premade: true,
      length_mm: 2000,
      printed: null,
      flexClass: 'fixed',
      shielded: false,
      origin: 'new',
      jacket_V: 300,
      relief: 'clamp',
      cores: ['brown', 'blue', 'green'].map((id) => ({ id, size: '1 mm²', rated_V: 300 })),
      ends: { a: bare, b: bare },
    })
    .device('X1', 'inlet-lead', 'Plug of the cord', { place: { kind: 'field', path: 'wall' } })
    .device('Q1', 'switch-2p-lit', 'Main switch')
    .device('F1', 'breaker-1p-6', 'Supply')
    .device('PS1', 'supply-24-150', '24 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('PE1', 'earth-stud', 'Earth')
    .device('U1', 'metal', 'Frame')
    .device('F2', 'fuse-block-4', 'Fuses', { fitted: { F1: blade(5), F2: blade(1) } })
    .device('A1', 'motion-board-24', 'Board', { loads: { motors: { power_W: 24 } } })
    .device('X7', 'strip-6', 'Minus')
    .device('V1', 'fan-24', 'Board fan')
    .device('M1', 'stepper', 'X motor', { place: { kind: 'field', path: 'machine' } })
    .device('M2', 'stepper', 'Y motor', { place: { kind: 'field', path: 'machine' } })
    .wire('X1.L', 'Q1.1', 'L', { ...CORD, core: 'brown' })
    .wire('X1.N', 'Q1.3', 'N', { ...CORD, core: 'blue' })
    .wire('X1.PE', 'PE1.PE', 'PE', { ...CORD, core: 'green' })
    .wire('Q1.2', 'F1.1', 'L', { size: '1.5 mm²' })
    .wire('F1.2', 'PS1.L', 'L', { size: '1.5 mm²' })
    .wire('Q1.4', 'PS1.N', 'N', { size: '1.5 mm²' })
    .wire('PE1.PE', 'PS1.PE', 'PE', { size: '1.5 mm²' })
    .wire('PE1.PE', 'U1.PE', 'PE', { size: '1.5 mm²' })
    .wire('PS1.V+1', 'F2.IN', 'V+', { size: '1.5 mm²', length_mm: 150 })
    .wire('PS1.V-1', 'X7.1', 'V-', { size: '1.5 mm²', length_mm: 150 })
    .wire('F2.1', 'A1.V+', 'V+', { size: '1.5 mm²' })
    .wire('X7.2', 'A1.V-', 'V-', { size: '1.5 mm²' })
    .wire('F2.2', 'V1.+', 'V+', { size: '0.25 mm²' })
    .wire('X7.3', 'V1.-', 'V-', { size: '0.25 mm²' })
  for (const axis of [1, 2])
    for (const pin of ['A+', 'A-', 'B+', 'B-'])
      plan.wire(`A1.M${axis}${pin}`, `M${axis}.${pin}`, 'signal', {
        size: '0.34 mm²',
        length_mm: 1000,
        jacket: 'jacketed',
      } satisfies Partial<Wire>)
  const built = plan.build()
  const frame = 'enclosure:frame' as EnclosureId
  return {
    ...built,
    // A frame has a plate and nothing that opens.
    enclosures: {
      [frame]: {
        ...built.enclosures[frame]!,
        faces: { ['face:plate' as FaceId]: built.enclosures[frame]!.faces['face:plate' as FaceId]! },
      },
    },
    devices: Object.fromEntries(
      Object.entries(built.devices).map(([id, device]) => [
        id,
        device!.place.kind === 'unplaced' ? { ...device!, place: { kind: 'unplaced', enclosure: frame } } : device!,
      ]),
    ),
  }
}

export const FRAMES: readonly Build[] = [
  {
    name: 'a plotter on an open frame',
    plan: openPlotter(),
    mistakes: [
      stop(
        'a cord of 0.5 mm²',
        to.all(...['X1.L > Q1.1', 'X1.N > Q1.3'].map((at) => to.wire(at, { size: '0.5 mm²' }))),
        /W1|cord|carries/i,
      ),
      stop('nothing holds the cord', cord({ relief: 'nothing' }), /pull/),
      caution('nobody said what holds the cord', cord({ relief: null }), /pull/),
      stop(
        'cores for 60 V in the cord',
        cord({ cores: [{ id: 'grey', colour: null, size: null, rated_V: 60 }] }),
        /60 V/,
      ),
      stop('the frame without its earth', to.cut('PE1.PE > U1.PE'), /U1|earth/i),
      stop('the supply without its earth', to.cut('PE1.PE > PS1.PE'), /PS1/),
      stop('its motors exchanged by their minus', to.exchange('M1.A-', 'M2.A-'), /M1|M2/),
    ],
    harmless: [
      fine('a cord whose plug is moulded on and holds it', cord({ relief: 'moulded' })),
      fine('a screened cord of which nobody looked', cord({ shielded: true })),
      fine('a jacket of which nobody knows the volts', cord({ jacket_V: null })),
    ],
  },
]
