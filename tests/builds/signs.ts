import { PlanBuilder } from '@/core/patterns'
import { caution, fine, stop, type Build } from './build'
import * as to from './edits'
import { PIXEL_CONTROLLER } from './parts'

/** A sign of four letters, each a string of pixels; data runs from letter to letter, each is fed on its own. */
function sign() {
  const feed = { size: '0.75 mm²', length_mm: 1200 }
  const b = new PlanBuilder('Sign of four letters', 'IEC')
    .part('pixel-controller', PIXEL_CONTROLLER)
    .box('sign', {
      name: 'Sign box',
      kind: 'box',
      inner: { width_mm: 300, height_mm: 300, depth_mm: 120 },
      wall: { material: 'plastic', thickness_mm: 3 },
      sealed: false,
    })
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 5 } } })
    .device('Q1', 'switch-2p')
    .device('PE1', 'earth-stud')
    .device('PS1', 'supply-12-350', '12 V', { settings: { mains: '230 V' }, hasCover: true })
    .device('F2', 'fuse-block-6', 'Letters', {
      fitted: {
        ...Object.fromEntries([1, 2, 3, 4].map((n) => [`F${n}`, { family: 'ISO 8820-3' as const, rating_A: 3 }])),
        F5: { family: 'ISO 8820-3', rating_A: 1 },
      },
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
  for (const n of [1, 2, 3, 4])
    b.device(`H${n}`, 'pixels-12', `Letter ${n}`, { place: { kind: 'field', path: 'sign' } })
      .wire(`F2.${n}`, `H${n}.V+`, 'V+', feed)
      .wire(`X7.${n}`, `H${n}.V-`, 'V-', feed)
  b.wire('A1.D1', 'H1.D', 'signal', { size: '0.34 mm²', length_mm: 1200 })
  for (const n of [1, 2, 3]) b.wire(`H${n}.DO`, `H${n + 1}.D`, 'signal', { size: '0.34 mm²', length_mm: 400 })
  return b.build()
}

/** Two letters exchanged in the line of data: 1, 3, 2, 4. */
const exchanged = to.all(to.exchange('H2.D', 'H3.D'), to.exchange('H2.DO', 'H3.DO'))
const listed = (value: string) => to.device('A1', { program: [{ key: 'order', value }] })
const named = (names: readonly string[]) => to.all(...names.map((name, i) => to.device(`H${i + 1}`, { name })))
/** A person said in Brief which letter each is. */
const said = to.all(
  (plan) => ({
    ...plan,
    roles: Object.fromEntries([1, 2, 3, 4].map((n) => [`role:letter-${n}`, { name: `Letter ${n}`, kind: 'light' }])),
  }),
  ...[1, 2, 3, 4].map((n) =>
    to.device(`H${n}`, { serves: [{ at: null, role: `role:letter-${n}` as never, from: 'said' }] }),
  ),
)

export const SIGNS: readonly Build[] = [
  {
    name: 'sign of letters in one line of data',
    plan: sign(),
    mistakes: [
      caution('two letters exchanged in the line', exchanged, /H1 .*H3 .*H2 .*H4/),
      stop('two letters exchanged, and the program lists them', to.all(listed('H1, H2, H3, H4'), exchanged), /H3/),
      stop('the program lists them otherwise', listed('H1 > H3 > H2 > H4'), /counted/),
      stop('two letters exchanged that a person numbered', to.all(said, exchanged), /H3/),
      stop('the last letter’s data forgotten', to.cut('H3.DO > H4.D'), /H4/),
      stop('a string turned round: data comes in at its far end', to.exchange('H2.D', 'H2.DO'), /H2/),
      stop('data of a letter on its plus', to.land('H1.DO > H2.D', 'H2.V+'), /H2/),
      stop('a letter’s minus forgotten', to.cut('X7.3 > H3.V-'), /H3/),
    ],
    harmless: [
      fine('letters called by what they are', named(['G', 'L', 'A', 'D'])),
      fine('numbered from the far end', named(['Letter 4', 'Letter 3', 'Letter 2', 'Letter 1'])),
      fine('two of them without a number', named(['Letter 1', 'Left flank', 'Right flank', 'Letter 2'])),
      fine('the program lists them as they hang', listed('letter 1, letter 2, letter 3, letter 4')),
      fine('the last letter comes later', to.device('H4', { comes: 'later' })),
    ],
  },
]
