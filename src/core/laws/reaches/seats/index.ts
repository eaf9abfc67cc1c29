import type { Rule } from '@/core/judging'
import { conductorDoesNotFit } from './conductorDoesNotFit'
import { fuseMisfits } from './fuseMisfits'
import { moduleKeyWrong } from './moduleKeyWrong'
import { plugBlocked } from './plugBlocked'
import { plugMisfits } from './plugMisfits'
import { seatedWrong } from './seatedWrong'
import { socketShared } from './socketShared'

/** What is plugged, pushed or clamped into something fits it. */
export const seatsRules = {
  'conductor-does-not-fit': conductorDoesNotFit,
  'fuse-misfits': fuseMisfits,
  'module-key-wrong': moduleKeyWrong,
  'plug-blocked': plugBlocked,
  'plug-misfits': plugMisfits,
  'seated-wrong': seatedWrong,
  'socket-shared': socketShared,
} as const satisfies Readonly<Record<string, Rule>>
