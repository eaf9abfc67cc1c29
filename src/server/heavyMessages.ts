import type { DrillFormat, DrillSheetRequest, Paper } from '@/formats/drillSheet'

/** Work that takes long enough to hold up everybody else's requests. */
export type HeavyWork = { readonly kind: 'drill'; readonly request: DrillSheetRequest; readonly format: DrillFormat; readonly paper: Paper }

export interface MadeFile {
  readonly name: string
  readonly type: string
  readonly bytes: Uint8Array
}

/** What crosses to the thread and back; one piece of work at a time. */
export type ToHeavy = { readonly requestId: number; readonly work: HeavyWork }
export type FromHeavy =
  | { readonly requestId: number; readonly kind: 'done'; readonly file: MadeFile }
  | { readonly requestId: number; readonly kind: 'failed'; readonly message: string }
