import type { Rule } from '@/core/judging'
import { boardSlides } from './boardSlides'
import { cannotBeTakenOut } from './cannotBeTakenOut'
import { clearanceShort } from './clearanceShort'
import { heavyOnTape } from './heavyOnTape'
import { holeUnknown } from './holeUnknown'
import { orientationForbidden } from './orientationForbidden'
import { partOnWrongFace } from './partOnWrongFace'
import { sparesMissing } from './sparesMissing'

/** About where things stand, and the holes for them. */
export const placingRules = {
  'board-slides': boardSlides,
  'cannot-be-taken-out': cannotBeTakenOut,
  'clearance-short': clearanceShort,
  'heavy-on-tape': heavyOnTape,
  'hole-unknown': holeUnknown,
  'orientation-forbidden': orientationForbidden,
  'part-on-wrong-face': partOnWrongFace,
  'spares-missing': sparesMissing,
} as const satisfies Readonly<Record<string, Rule>>
