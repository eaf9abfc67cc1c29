import type { Issue } from '@/core/calculator'
import type { PaperId } from '@/core/papers'
import type { Plan, WireId } from '@/core/plan'
import type { LogEntry } from '@/core/procedure'
import type { Stocked } from '@/core/workshop'
import type { BookWish, MadePaper } from '@/formats/book'
import type { BundleContents, ReadBundle } from '@/formats/bundle'
import type { DrillFormat, DrillSheetRequest, Paper as Sheet } from '@/formats/drillSheet'
import type { ReadPicture } from '@/formats/photo'
import type { SavedHead } from '../archive'

/** A plan at one revision, and what its papers are made from: a thread that has worked it out keeps it for the next paper. */
export interface BookSource {
  /** Which state of which plan and record this is. */
  readonly key: string
  readonly plan: Plan
  readonly revision: number
  readonly log: readonly LogEntry[]
  readonly stock: readonly Stocked[]
  readonly chosen: readonly WireId[]
  readonly sheet: Sheet
}

/** Work that takes long enough to hold up everybody else's requests. */
export type HeavyWork =
  | { readonly kind: 'drill'; readonly request: DrillSheetRequest; readonly format: DrillFormat; readonly paper: Sheet }
  /** The body of a request that brings a plan file. */
  | { readonly kind: 'read'; readonly text: string }
  | { readonly kind: 'paper'; readonly source: BookSource; readonly id: PaperId }
  | { readonly kind: 'bind'; readonly wish: BookWish }
  | {
      readonly kind: 'bundle'
      readonly contents: Omit<BundleContents, 'plan'>
      readonly source: BookSource
      readonly book: Uint8Array
    }
  | { readonly kind: 'unbundle'; readonly bytes: Uint8Array }
  | {
      readonly kind: 'commissioning'
      readonly plan: Plan
      readonly revision: number
      readonly log: readonly LogEntry[]
      readonly at: string
    }
  | { readonly kind: 'purchases'; readonly plan: Plan; readonly stock: readonly Stocked[] }
  | { readonly kind: 'wires'; readonly plan: Plan }
  | { readonly kind: 'picture'; readonly bytes: Uint8Array }
  /** Saved data, whose records come back in pieces. */
  | { readonly kind: 'saved'; readonly bytes: Uint8Array }

export interface MadeFile {
  readonly name: string
  readonly type: string
  readonly bytes: Uint8Array
}

export type ReadBody =
  | {
      readonly kind: 'file'
      readonly plan: Plan
      readonly logbook: readonly LogEntry[]
      readonly createId: string | null
    }
  | { readonly kind: 'refused'; readonly message: string; readonly issues: readonly Issue[] }

/** What each kind of work comes back with. */
export interface HeavyResult {
  readonly drill: MadeFile
  readonly read: ReadBody
  readonly paper: MadePaper
  readonly bind: Uint8Array
  readonly bundle: Uint8Array
  readonly unbundle: ReadBundle
  readonly commissioning: string
  readonly purchases: string
  readonly wires: string
  readonly picture: ReadPicture
  readonly saved: SavedHead
}
