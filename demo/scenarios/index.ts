import type { Plan } from '@/core/plan'
import { clayPrinter } from './clayPrinter'
import { foamGantry } from './foamGantry'
import { seedlingArm } from './seedlingArm'
import { shadowStage } from './shadowStage'

/** The demo plans by the name of their file. */
export const DEMOS: Readonly<Record<string, () => Plan>> = {
  'clay-printer': clayPrinter,
  'foam-gantry': foamGantry,
  'seedling-arm': seedlingArm,
  'shadow-stage': shadowStage,
}
