import type { Evaluation } from '@/core/evaluate'
import type { DeviceId, EnclosureId, FaceId, Plan, WireId } from '@/core/plan'
import type { LogEntry } from '@/core/procedure'
import type { Stocked } from '@/core/workshop'

/** All that papers are made from. */
export interface PaperSource {
  readonly plan: Plan
  readonly evaluation: Evaluation
  readonly log: readonly LogEntry[]
  readonly stock: readonly Stocked[]
  /** Of the plan, where it is known. */
  readonly revision?: number
  /** Wires whose figures are derived; none: the hardest ones. */
  readonly chosen?: readonly WireId[]
}

export interface Column {
  readonly title: string
  /** Of the width, in shares. */
  readonly share: number
  /** Figures stand to the right. */
  readonly isFigure?: boolean
}

/** What a paper is made of: the same on the screen, on paper and in files. */
export type Block =
  | { readonly kind: 'heading'; readonly text: string }
  | { readonly kind: 'text'; readonly text: string; readonly isStrong?: boolean }
  | {
      readonly kind: 'table'
      readonly columns: readonly Column[]
      readonly rows: readonly (readonly string[])[]
      /** A box to tick before each row. */
      readonly hasTicks?: boolean
    }
  | { readonly kind: 'ticks'; readonly items: readonly string[] }
  | {
      readonly kind: 'face'
      readonly enclosure: EnclosureId
      readonly face: FaceId
      readonly caption: string
      readonly width_mm: number
      readonly height_mm: number
      readonly items: readonly {
        readonly device: DeviceId
        readonly tag: string
        readonly left_mm: number
        readonly top_mm: number
        readonly width_mm: number
        readonly height_mm: number
      }[]
      readonly ways: readonly {
        readonly left_mm: number
        readonly top_mm: number
        readonly width_mm: number
        readonly height_mm: number
      }[]
    }
  | { readonly kind: 'photos'; readonly ids: readonly string[]; readonly caption: string }

export interface Paper {
  readonly id: PaperId
  readonly title: string
  readonly blocks: readonly Block[]
}

/** Every paper and what it is for, in the order of the book. */
export const PAPERS = {
  devices: { title: 'Wiring book, by device', use: 'every terminal and what goes there' },
  wires: { title: 'Wiring book, by wire', use: 'lengths, sizes, colours, both ends' },
  cables: { title: 'Cables', use: 'cores, plugs, lengths' },
  batches: { title: 'Ends in batches', use: 'one tool and die after the other' },
  cuts: { title: 'Cut list', use: 'which piece from which spool' },
  faces: { title: 'Faces', use: 'where everything sits' },
  drill: { title: 'Drill sheets', use: 'at 1:1, a template to tape on' },
  labels: { title: 'Labels', use: 'both ends, devices, ways out' },
  strips: { title: 'Legend strips', use: 'beside rows of terminals, at their pitch' },
  shopping: { title: 'Shopping list', use: 'what is needed, there, and to buy' },
  pins: { title: 'Pin map', use: 'each connector, way by way' },
  settings: { title: 'Settings', use: 'what each switch, jumper and pot stands at' },
  procedure: { title: 'Procedure', use: 'every step, with boxes to tick' },
  tests: { title: 'Test sheet', use: 'readings to fill in' },
  commissioning: { title: 'Commissioning record', use: 'what was proved, by whom, with what' },
  derivations: { title: 'Derivations', use: 'how the figures came about' },
  unchecked: { title: 'What was not checked', use: 'and what stands open' },
  putBack: { title: 'How to put it back', use: 'of a conversion: what was where' },
  record: { title: 'Record', use: 'what was done, measured and photographed' },
} as const
export type PaperId = keyof typeof PAPERS
export const PAPER_IDS = Object.keys(PAPERS) as readonly PaperId[]
