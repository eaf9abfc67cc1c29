import type { Issue } from '@/core/calculator'
import type { Plan } from '@/core/plan'
import type { LogEntry } from '@/core/procedure'
import type { Stocked } from '@/core/workshop'
import type { BookWish } from '@/formats/book'
import type { BundleContents, ReadBundle } from '@/formats/bundle'
import type { DrillFormat, DrillSheetRequest, Paper } from '@/formats/drillSheet'

/** Work that takes long enough to hold up everybody else's requests. */
export type HeavyWork =
  | { readonly kind: 'drill'; readonly request: DrillSheetRequest; readonly format: DrillFormat; readonly paper: Paper }
  /** The body of a request that brings a plan file. */
  | { readonly kind: 'read'; readonly text: string }
  | { readonly kind: 'book'; readonly wish: BookWish }
  | { readonly kind: 'bundle'; readonly contents: BundleContents; readonly revision: number }
  | { readonly kind: 'unbundle'; readonly bytes: Uint8Array }
  | {
      readonly kind: 'commissioning'
      readonly plan: Plan
      readonly revision: number
      readonly log: readonly LogEntry[]
      readonly at: string
    }
  | { readonly kind: 'purchases'; readonly plan: Plan; readonly stock: readonly Stocked[] }

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
  readonly book: Uint8Array
  readonly bundle: Uint8Array
  readonly unbundle: ReadBundle
  readonly commissioning: string
  readonly purchases: string
}

/** What crosses to the thread and back; one piece of work at a time. */
export type ToHeavy = { readonly requestId: number; readonly work: HeavyWork }
export type FromHeavy =
  | { readonly requestId: number; readonly kind: 'done'; readonly result: HeavyResult[HeavyWork['kind']] }
  | { readonly requestId: number; readonly kind: 'failed'; readonly message: string }
