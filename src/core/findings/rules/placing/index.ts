import type { Rule } from '../../types'
import { boardSlides } from './boardSlides'
import { cannotBeTakenOut } from './cannotBeTakenOut'
import { clearanceShort } from './clearanceShort'
import { doorDoesNotShut } from './doorDoesNotShut'
import { doorSwingHits } from './doorSwingHits'
import { ductsCover } from './ductsCover'
import { fixingOutOfReach } from './fixingOutOfReach'
import { heavyOnTape } from './heavyOnTape'
import { meetsBehind } from './meetsBehind'
import { moduleKeyWrong } from './moduleKeyWrong'
import { notOnRail } from './notOnRail'
import { orientationForbidden } from './orientationForbidden'
import { partOnDuct } from './partOnDuct'
import { partOnWrongFace } from './partOnWrongFace'
import { partOutsideFace } from './partOutsideFace'
import { partsOverlap } from './partsOverlap'
import { plugBlocked } from './plugBlocked'
import { seatedWrong } from './seatedWrong'
import { settingOutOfReach } from './settingOutOfReach'
import { socketShared } from './socketShared'
import { terminalFacesWall } from './terminalFacesWall'

/** About where things stand. */
export const placingRules = {
  'board-slides': boardSlides,
  'cannot-be-taken-out': cannotBeTakenOut,
  'clearance-short': clearanceShort,
  'door-does-not-shut': doorDoesNotShut,
  'door-swing-hits': doorSwingHits,
  'ducts-cover': ductsCover,
  'fixing-out-of-reach': fixingOutOfReach,
  'heavy-on-tape': heavyOnTape,
  'meets-behind': meetsBehind,
  'module-key-wrong': moduleKeyWrong,
  'not-on-rail': notOnRail,
  'orientation-forbidden': orientationForbidden,
  'part-on-duct': partOnDuct,
  'part-on-wrong-face': partOnWrongFace,
  'part-outside-face': partOutsideFace,
  'parts-overlap': partsOverlap,
  'plug-blocked': plugBlocked,
  'seated-wrong': seatedWrong,
  'setting-out-of-reach': settingOutOfReach,
  'socket-shared': socketShared,
  'terminal-faces-wall': terminalFacesWall,
} as const satisfies Readonly<Record<string, Rule>>
