import { withRoles, type Plan } from '@/core/plan'
import { alongWays, chain, stretch } from './alongWays'
import { inCables } from './inCables'
import { clayPrinter } from './clayPrinter'
import { foamGantry } from './foamGantry'
import { seedlingArm } from './seedlingArm'
import { shadowStage } from './shadowStage'

/** With the functions that their names say. */
const named = (plans: Readonly<Record<string, () => Plan>>): Readonly<Record<string, () => Plan>> =>
  Object.fromEntries(Object.entries(plans).map(([key, make]) => [key, () => withRoles(make())]))

/** The demo plans by the name of their file. */
export const DEMOS: Readonly<Record<string, () => Plan>> = named({
  'clay-printer': () =>
    alongWays(inCables(clayPrinter()), {
      spots: {
        'drying plate': ['B1', 'E1', 'B2'],
        head: ['B3', 'M5', 'Y1', 'H2', 'E2'],
        'front panel': ['H1'],
        axes: ['M1', 'M2', 'M3', 'S1', 'S2', 'S3'],
        'rear post': ['U3'],
      },
      ways: [
        stretch('Rear post', 'box', 'rear post', 450),
        stretch('Along the frame', 'rear post', 'axes', 600),
        stretch('To the front', 'box', 'front panel', 400),
        chain('Plate chain', 'rear post', 'drying plate', 300, 75),
        chain('Head chain', 'rear post', 'head', 360, 75),
      ],
    }),
  'foam-gantry': () =>
    alongWays(inCables(foamGantry()), {
      spots: {
        'front edge': ['S1'],
        floor: ['S2'],
        bow: ['E1', 'H1'],
        'gantry foot': ['U2', 'M1', 'M2', 'M3', 'M4'],
      },
      ways: [
        stretch('Under the table', 'box', 'table end', 700),
        stretch('To the front edge', 'table end', 'front edge', 900),
        stretch('Down to the floor', 'front edge', 'floor', 700),
        chain('Gantry chain', 'table end', 'gantry foot', 1200, 80),
        stretch('Up the bow', 'gantry foot', 'bow', 800),
      ],
    }),
  'seedling-arm': () =>
    alongWays(inCables(seedlingArm()), {
      spots: { 'bench edge': ['S1'], 'arm base': ['U2', 'M1', 'M2', 'M3'], forearm: ['M4', 'M5', 'M6'] },
      ways: [
        stretch('Along the bench', 'box', 'bench edge', 700),
        stretch('To the arm', 'box', 'arm base', 900),
        { name: 'Shoulder loop', kind: 'loop', length_mm: 600, motion: 'torsion', from: 'arm base', to: 'forearm' },
      ],
    }),
  'shadow-stage': () =>
    alongWays(inCables(shadowStage()), {
      spots: { 'behind the screen': ['H1', 'H2', 'H3', 'H4', 'H5', 'H6', 'H7', 'H8'] },
      ways: [stretch('Up behind the screen', 'box', 'behind the screen', 2000)],
    }),
})
