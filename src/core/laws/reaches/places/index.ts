import type { Rule } from '@/core/judging'
import { doorDoesNotShut } from './doorDoesNotShut'
import { doorSwingHits } from './doorSwingHits'
import { ductsCover } from './ductsCover'
import { fixingOutOfReach } from './fixingOutOfReach'
import { hungTooHeavy } from './hungTooHeavy'
import { meetsBehind } from './meetsBehind'
import { notOnRail } from './notOnRail'
import { partOnDuct } from './partOnDuct'
import { partOutsideFace } from './partOutsideFace'
import { partsOverlap } from './partsOverlap'
import { settingOutOfReach } from './settingOutOfReach'
import { terminalFacesWall } from './terminalFacesWall'

/** What stands somewhere has the room, the ground and the hands that it needs there. */
export const placesRules = {
  'door-does-not-shut': doorDoesNotShut,
  'door-swing-hits': doorSwingHits,
  'ducts-cover': ductsCover,
  'fixing-out-of-reach': fixingOutOfReach,
  'hung-too-heavy': hungTooHeavy,
  'meets-behind': meetsBehind,
  'not-on-rail': notOnRail,
  'part-on-duct': partOnDuct,
  'part-outside-face': partOutsideFace,
  'parts-overlap': partsOverlap,
  'setting-out-of-reach': settingOutOfReach,
  'terminal-faces-wall': terminalFacesWall,
} as const satisfies Readonly<Record<string, Rule>>
