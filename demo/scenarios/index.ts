import type { Plan } from '@/core/plan'
import { inCables } from './inCables'
import { clayPrinter } from './clayPrinter'
import { foamGantry } from './foamGantry'
import { seedlingArm } from './seedlingArm'
import { shadowStage } from './shadowStage'

/** The demo plans by the name of their file. */
export const DEMOS: Readonly<Record<string, () => Plan>> = {
  'clay-printer': () => inCables(clayPrinter()),
  'foam-gantry': () => inCables(foamGantry()),
  'seedling-arm': () => inCables(seedlingArm()),
  'shadow-stage': () => inCables(shadowStage()),
}
