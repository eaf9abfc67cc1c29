import { VERDICT_VERSION } from '@/core/findings/verdictVersion'
import type { LogEntry } from './logEntry'

/** Most pictures in one line of the logbook. */
export const MOST_PHOTOS = 6

/** What a person writes; the rest is nothing. */
export type LogDraft = Pick<LogEntry, 'step' | 'kind'> & Partial<Omit<LogEntry, 'entryId' | 'at' | 'step' | 'kind'>>

/** A whole line from what differs. */
export const draftEntry = (draft: LogDraft): Omit<LogEntry, 'entryId' | 'at'> => ({
  facts: {},
  reading: null,
  unit: null,
  note: '',
  took_min: null,
  meter: null,
  doneBy: null,
  verdict: VERDICT_VERSION,
  photos: [],
  deviation: null,
  ...draft,
})
