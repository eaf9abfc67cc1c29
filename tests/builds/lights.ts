import { PlanBuilder } from '@/core/patterns'
import type { Enclosure, EnclosureId, FaceId } from '@/core/plan'
import type { makeEnclosure } from '@/core/plan/schema'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'
import { PIXEL_CONTROLLER } from './parts'

const outdoors: Omit<Parameters<typeof makeEnclosure>[0], 'faces'> = {
  name: 'Garden box',
  kind: 'box',
  inner: { width_mm: 300, height_mm: 400, depth_mm: 150 },
  wall: { material: 'plastic', thickness_mm: 3 },
  sealed: false,
  origin: 'new',
  ip: 54,
  outdoor: { sun: 'shade', hasRainHood: true, night_C: 0, humidity_percent: 80, hanging: null, isFixed: true },
}

const drained = (box: Enclosure): Enclosure => ({
  ...box,
  faces: {
    ...box.faces,
    ['face:bottom' as FaceId]: {
      ...box.faces['face:bottom' as FaceId]!,
      openings: [
        {
          id: 'drain',
          name: 'Drain',
          shape: { kind: 'round', diameter_mm: 6 },
          x_mm: 20,
          y_mm: 20,
          origin: 'new',
          use: 'drain',
          device: null,
        },
      ],
    },
  },
})

/** Strings of pixels in a garden, the long ones fed from both ends, their leads bought with three cores of odd colours. */
function garden() {
  const core = { size: '0.75 mm²', length_mm: 2000 }
  const b = new PlanBuilder('Garden lights', 'IEC', { site: { place: 'outdoors', residual_mA: 30, ambient_C: 15 } })
    .part('pixel-controller', PIXEL_CONTROLLER)
    .box('garden', outdoors)
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 5 } } })
    .device('Q1', 'switch-2p')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-12-350', '12 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('F2', 'fuse-block-6', 'Power injection', {
      fitted: Object.fromEntries(
        [1, 2, 3, 4]
          .map((n) => [`F${n}`, { family: 'ISO 8820-3' as const, rating_A: 5 }])
          .concat([['F5', { family: 'ISO 8820-3' as const, rating_A: 1 }]] as never),
      ),
    })
    .device('A1', 'pixel-controller', 'Controller')
    .device('X7', 'strip-12', 'Minus')
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'F2.IN', 'V+')
    .wire('PS1.V-1', 'X7.12', 'V-')
    .wire('F2.5', 'A1.V+', 'V+', { size: '0.75 mm²' })
    .wire('X7.11', 'A1.V-', 'V-', { size: '0.75 mm²' })
  for (const n of [1, 2])
    b.device(`H${n}`, 'pixels-12', `String ${n}`)
      .wire(`F2.${n}`, `H${n}.V+`, 'V+', core)
      .wire(`X7.${n}`, `H${n}.V-`, 'V-', { ...core, colour: { base: 'white', stripe: null } })
      .wire(`A1.D${n}`, `H${n}.D`, 'signal', {
        ...core,
        colour: n === 1 ? { base: 'green', stripe: 'yellow' } : { base: 'green', stripe: null },
        cable: 'cable:lead1' as never,
      })
  b.cable('lead1', {
    name: 'Bought three-core lead for pixels',
    od_mm: 6,
    premade: true,
    length_mm: 2000,
    printed: null,
    flexClass: 'fixed',
    shielded: false,
    origin: 'new',
    leadsOf: null,
    cores: [],
  })
  b.device('H3', 'pixels-12', 'Long string')
    .wire('F2.3', 'H3.V+', 'V+', core)
    .wire('X7.3', 'H3.V-', 'V-', core)
    .wire('F2.4', 'H3.V+2', 'V+', { ...core, length_mm: 5000 })
    .wire('X7.4', 'H3.V-2', 'V-', { ...core, length_mm: 5000 })
    .wire('A1.D3', 'H3.D', 'signal', core)
  const plan = b.build()
  const key = Object.keys(plan.enclosures)[0] as EnclosureId
  return { ...plan, enclosures: { [key]: drained(plan.enclosures[key]!) } }
}

/** A main box and a satellite: a parallel pair of feeders, data with its ground, each box with its fuses. */
function twoBoxes() {
  const feeder = { size: '2.5 mm²', length_mm: 3000, jacket: 'jacketed' as const }
  return new PlanBuilder('Stage strip, two boxes', 'IEC')
    .part('pixel-controller', PIXEL_CONTROLLER)
    .box('main', {
      name: 'Main box',
      kind: 'box',
      inner: { width_mm: 300, height_mm: 300, depth_mm: 120 },
      wall: { material: 'plastic', thickness_mm: 3 },
      sealed: false,
    })
    .box('sat', {
      name: 'Satellite',
      kind: 'box',
      inner: { width_mm: 200, height_mm: 200, depth_mm: 90 },
      wall: { material: 'plastic', thickness_mm: 3 },
      sealed: false,
    })
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 5 } } })
    .device('Q1', 'switch-2p')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-12-350', '12 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('F1', 'fuse-block-4', 'Feeder', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 20 }, F2: { family: 'ISO 8820-3', rating_A: 2 } },
    })
    .device('A1', 'pixel-controller', 'Controller')
    .device('F3', 'fuse-block-4', 'Satellite fuses', {
      fitted: { F1: { family: 'ISO 8820-3', rating_A: 5 }, F2: { family: 'ISO 8820-3', rating_A: 5 } },
    })
    .device('X7', 'strip-12', 'Satellite minus')
    .device('H1', 'pixels-12', 'Left string', { place: { kind: 'field', path: 'left truss' } })
    .device('H2', 'pixels-12', 'Right string', { place: { kind: 'field', path: 'right truss' } })
    .wire('X1.L', 'Q1.1', 'L')
    .wire('X1.N', 'Q1.3', 'N')
    .wire('Q1.2', 'PS1.L', 'L')
    .wire('Q1.4', 'PS1.N', 'N')
    .wire('X1.PE', 'PE1.PE', 'PE')
    .wire('PE1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'F1.IN', 'V+')
    .wire('F1.2', 'A1.V+', 'V+')
    .wire('PS1.V-3', 'A1.V-', 'V-')
    .wire('F1.1', 'F3.IN', 'V+', { ...feeder, size: '1.5 mm²' })
    .wire('F1.1', 'F3.IN', 'V+', { ...feeder, size: '1.5 mm²' })
    .wire('PS1.V-1', 'X7.1', 'V-', { ...feeder, size: '1.5 mm²' })
    .wire('PS1.V-2', 'X7.2', 'V-', { ...feeder, size: '1.5 mm²' })
    .wire('F3.1', 'H1.V+', 'V+', { size: '0.75 mm²', length_mm: 1000 })
    .wire('X7.3', 'H1.V-', 'V-', { size: '0.75 mm²', length_mm: 1000 })
    .wire('F3.2', 'H2.V+', 'V+', { size: '0.75 mm²', length_mm: 1000 })
    .wire('X7.4', 'H2.V-', 'V-', { size: '0.75 mm²', length_mm: 1000 })
    .wire('A1.D1', 'H1.D', 'signal', { size: '0.34 mm²', length_mm: 3000 })
    .wire('A1.D2', 'H2.D', 'signal', { size: '0.34 mm²', length_mm: 3000 })
    .wire('A1.G1', 'X7.5', 'V-', { size: '0.34 mm²', length_mm: 3000 })
    .build()
}

export const LIGHTS: readonly Build[] = [
  {
    name: 'lights in a garden',
    plan: garden(),
    mistakes: [
      stop('no residual-current device', to.site({ residual_mA: null }), /residual|current to earth/i),
      stop('a string without its data', to.cut('A1.D2 > H2.D'), /H2/),
      stop(
        'strings for 5 V on 12 V',
        (plan) =>
          to.part('H1', (part) => ({ ...part, draws: part.draws.map((draw) => ({ ...draw, nominal_V: 5 })) }))(plan),
        /H1/,
      ),
      stop('a string turned round', to.exchange('H2.V+', 'H2.V-'), /H2|short/i),
      stop('plus of the far end on the minus', to.land('F2.4 > H3.V+2', 'H3.V-2'), /short|meet|H3/i),
      stop('far end’s minus forgotten, plus joined', to.land('X7.4 > H3.V-2', 'F2.6'), /H3|meet|plus|empty|minus/i),
      stop('data on the plus', to.land('H1.D > A1.D1', 'F2.6'), /H1/),
      stop('controller on the mains', to.all(to.land('A1.V+ > F2.5', 'Q1.2'), to.land('A1.V- > X7.11', 'Q1.4')), /A1/),
      stop('supply’s earth forgotten', to.cut('PE1.PE > PS1.PE'), /PS1/),
      stop('a fuse of 30 A before 0.75 mm²', to.fit('F2', 'F1', 30), /F2/),
      stop('fuse past: string on the supply itself', to.land('H2.V+ > F2.2', 'PS1.V+2'), /Put a fuse/),
      caution(
        'no drain in the box',
        (plan) => ({
          ...plan,
          enclosures: Object.fromEntries(
            Object.entries(plan.enclosures).map(([id, box]) => [
              id,
              {
                ...box!,
                faces: Object.fromEntries(
                  Object.entries(box!.faces).map(([key, face]) => [key, { ...face!, openings: [] }]),
                ),
              },
            ]),
          ),
        }),
        /drain/i,
      ),
      stop('minus of a string open', to.cut('X7.2 > H2.V-'), /H2/),
      caution('minus of the far end forgotten', to.cut('X7.4 > H3.V-2'), /H3/),
      stop('controller’s feed left out', to.cut('F2.5 > A1.V+'), /A1/),
      stop('mains on a data core', to.land('H2.D > A1.D2', 'Q1.2'), /mains|line|H2/i),
    ],
    harmless: [
      fine(
        'data core green/yellow in a bought lead of the second string too',
        to.wire('A1.D2 > H2.D', { colour: { base: 'green', stripe: 'yellow' } }),
      ),
      fine('two data outputs exchanged on purpose', to.exchange('A1.D1', 'A1.D2')),
      fine('fewer pixels lit', to.device('H1', { loads: { pixels: { current_A: 1 } } })),
      fine(
        'a thicker feeder',
        to.all(to.wire('F2.1 > H1.V+', { size: '1.5 mm²' }), to.wire('X7.1 > H1.V-', { size: '1.5 mm²' })),
      ),
      fine('brown for the plus of a bought lead', to.wire('F2.1 > H1.V+', { colour: { base: 'brown', stripe: null } })),
    ],
  },
  {
    name: 'stage strip, two boxes',
    plan: twoBoxes(),
    mistakes: [
      stop(
        'one of the parallel plus leads alone, behind larger fuses',
        (plan) => {
          const [first] = Object.entries(plan.wires).filter(
            ([, wire]) => wire!.function === 'V+' && wire!.size === '1.5 mm²',
          )
          return to.all(
            to.fit('F3', 'F1', 15),
            to.fit('F3', 'F2', 15),
          )({ ...plan, wires: Object.fromEntries(Object.entries(plan.wires).filter(([id]) => id !== first![0])) })
        },
        /F1|W\d/,
      ),
      caution('one of the pair far too thin', to.wire('PS1.V-1 > X7.1', { size: '28 AWG' }), /side by side/),
      stop(
        'data’s ground left out and the minus on another supply',
        to.all(to.cut('A1.G1 > X7.5'), to.cut('PS1.V-3 > A1.V-')),
        /A1/,
      ),
      stop('a string’s data forgotten', to.cut('A1.D2 > H2.D'), /H2/),
      stop(
        'feeder turned round at the satellite',
        to.all(to.land('PS1.V-1 > X7.1', 'F3.IN'), to.land('PS1.V-2 > X7.2', 'F3.3')),
        /meet|short/i,
      ),
      stop('satellite’s fuses at 30 A', to.all(to.fit('F3', 'F1', 30)), /F3|H1/),
      stop('strings’ minus left out', to.cut('X7.3 > H1.V-'), /H1/),
      caution('controller’s minus on the supply’s earth screw', to.land('A1.V- > PS1.V-3', 'PS1.PE'), /earth/),
      stop('main switch’s line missing', to.cut('X1.L > Q1.1'), /Q1|X1|PS1/),
      stop('fuse way empty', to.fit('F3', 'F2', null), /H2|F3/),
      stop('line on the chassis stud', to.join('Q1.2 > PE1.PE', 'L'), /earth/i),
    ],
    harmless: [
      fine('both parallel leads a size thicker', (plan) => ({
        ...plan,
        wires: Object.fromEntries(
          Object.entries(plan.wires).map(([id, wire]) => [
            id,
            wire!.size === '1.5 mm²' ? { ...wire!, size: '2.5 mm²' } : wire!,
          ]),
        ),
      })),
      fine('data ground thicker', to.wire('A1.G1 > X7.5', { size: '0.5 mm²' })),
      fine('a name on a fuse block', to.device('F3', { name: 'Fuses at the truss' })),
      fine('strings exchanged between outputs', to.exchange('A1.D1', 'A1.D2')),
    ],
  },
]
