import type { Plan } from '@/core/plan'
import { clayPrinter } from './clayPrinter'

/** The demo plans by the name of their file. */
export const DEMOS: Readonly<Record<string, () => Plan>> = { 'clay-printer': clayPrinter }
