import { GREEN_YELLOW } from './colour'
import type { Colour } from './schema/colour'
import type { Practice } from './schema/practice'

export const WIRE_FUNCTIONS = ['L', 'N', 'PE', 'V+', 'V-', 'signal'] as const
export type WireFunction = (typeof WIRE_FUNCTIONS)[number]

const plain = (base: Colour['base']): Colour => ({ base, stripe: null })

const SHARED = {
  smallWires: true,
  inside_C: 40,
  maxDrop_percent: 3,
  assumedLength_mm: 600,
  supplyLoading_percent: 80,
  branchFusing: 'where-thinner',
  feeding: 'home-run',
  screwEnds: 'ferrule',
  ferruleCode: 'DIN 46228-4',
  joints: 'splice',
  cutting: 'to-length',
  slack_percent: 10,
  spareHoles: 1,
  breathing: true,
} as const

/** The defaults by region; each has its reason in {@link PRACTICE_REASONS}. */
export const DEFAULT_PRACTICE: Readonly<Record<'IEC' | 'NEC', Practice>> = {
  IEC: {
    ...SHARED,
    basis: 'IEC 60204-1 B1',
    series: 'mm²',
    insulation_C: 70,
    terminal_C: null,
    grouped: 2,
    colours: {
      L: plain('brown'),
      N: plain('light blue'),
      PE: GREEN_YELLOW,
      'V+': plain('red'),
      'V-': plain('black'),
      signal: plain('violet'),
    },
  },
  NEC: {
    ...SHARED,
    basis: 'NFPA 79',
    series: 'AWG',
    insulation_C: 90,
    terminal_C: null,
    grouped: 6,
    colours: {
      L: plain('black'),
      N: plain('white'),
      PE: plain('green'),
      'V+': plain('blue'),
      'V-': { base: 'white', stripe: 'blue' },
      signal: plain('violet'),
    },
  },
}

/** Why each default is what it is. */
export const PRACTICE_REASONS: Readonly<Record<keyof Practice, string>> = {
  basis: 'Wires in a duct inside a control box: IEC 60204-1 method B1, or NFPA 79 where the NEC is practice.',
  series: 'The sizes sold where the box is built.',
  insulation_C: 'The common PVC hook-up wire: 70 °C by IEC, 90 °C machine-tool wire by the NEC.',
  terminal_C: 'American bases cap by the terminals (NEC 110.14(C)); unlisted terminals count as 60 °C.',
  smallWires: 'Control wires below the basis’ smallest size are usual in a box; their ampacity is then NFPA 79’s.',
  inside_C:
    'A box at work is some 10–15 K warmer than the room; once the box is laid out, the heat sum counts where it is warmer.',
  grouped: 'Until routes are drawn: a few loaded circuits share a duct.',
  maxDrop_percent: 'Common practice for feeds within a machine; supplies can be trimmed up a little, boards cannot.',
  assumedLength_mm: 'A wire across a box of 400 mm by its ducts; measure or enter lengths that matter.',
  supplyLoading_percent: 'Cooler, quieter and longer-lived; and room for tomorrow’s load.',
  branchFusing: 'The supply’s own limit protects the supply, not a thinner wire.',
  feeding: 'Home runs above 3 A and wherever voltage matters; the arithmetic shows what a chain costs.',
  screwEnds: 'A ferrule keeps the strands together under a screw; solder creeps and the joint loosens.',
  ferruleCode: 'Two colour codes are sold; mixing them puts the wrong size under the same colour.',
  joints: 'Splices and crimps can be inspected and undone inside the box.',
  cutting: 'Computed length plus slack wastes least and never ends short.',
  slack_percent: 'Room to re-terminate once.',
  spareHoles: 'Today’s holes and a chosen number of blanked spares.',
  breathing: 'Condensation needs a way out; sealed only where the heat sum allows it.',
  colours: 'One scheme through the whole box; line and DC negative never alike.',
}
