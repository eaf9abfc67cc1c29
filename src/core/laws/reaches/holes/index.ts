import type { Rule } from '@/core/judging'
import { coverMisfits } from './coverMisfits'
import { holeMisfits } from './holeMisfits'
import { holesTooClose } from './holesTooClose'
import { leadMisfitsGland } from './leadMisfitsGland'
import { nutBlocked } from './nutBlocked'
import { plugPassesNot } from './plugPassesNot'
import { portMissesHole } from './portMissesHole'
import { screwMisfits } from './screwMisfits'
import { threadTooShort } from './threadTooShort'

/** What goes through a hole passes it, and is held by what it has. */
export const holesRules = {
  'cover-misfits': coverMisfits,
  'hole-misfits': holeMisfits,
  'holes-too-close': holesTooClose,
  'lead-misfits-gland': leadMisfitsGland,
  'nut-blocked': nutBlocked,
  'plug-passes-not': plugPassesNot,
  'port-misses-hole': portMissesHole,
  'screw-misfits': screwMisfits,
  'thread-too-short': threadTooShort,
} as const satisfies Readonly<Record<string, Rule>>
