import type { Rule } from '../../types'
import { holeMisfits } from './holeMisfits'
import { holeUnknown } from './holeUnknown'
import { holesTooClose } from './holesTooClose'
import { nutBlocked } from './nutBlocked'
import { portMissesHole } from './portMissesHole'
import { screwMisfits } from './screwMisfits'
import { sparesMissing } from './sparesMissing'
import { threadTooShort } from './threadTooShort'

/** About holes and screws. */
export const holesRules = {
  'hole-misfits': holeMisfits,
  'hole-unknown': holeUnknown,
  'holes-too-close': holesTooClose,
  'nut-blocked': nutBlocked,
  'port-misses-hole': portMissesHole,
  'screw-misfits': screwMisfits,
  'spares-missing': sparesMissing,
  'thread-too-short': threadTooShort,
} as const satisfies Readonly<Record<string, Rule>>
