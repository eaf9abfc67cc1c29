import type { Rule } from '../../types'
import { bendTooTight } from './bendTooTight'
import { besideHigherVoltage } from './besideHigherVoltage'
import { cableLengthWrong } from './cableLengthWrong'
import { chainHits } from './chainHits'
import { chainLong } from './chainLong'
import { chainShort } from './chainShort'
import { cordNotHeld } from './cordNotHeld'
import { coverMisfits } from './coverMisfits'
import { glandShared } from './glandShared'
import { insulationBelowPlace } from './insulationBelowPlace'
import { leadMisfitsGland } from './leadMisfitsGland'
import { loopHits } from './loopHits'
import { noWay } from './noWay'
import { pieceTooShort } from './pieceTooShort'
import { plugPassesNot } from './plugPassesNot'
import { pullUnrelieved } from './pullUnrelieved'
import { rigidInMotion } from './rigidInMotion'
import { wayOverfull } from './wayOverfull'
import { wayUnmeasured } from './wayUnmeasured'

/** About the ways that leads take. */
export const routingRules = {
  'no-way': noWay,
  'cable-length-wrong': cableLengthWrong,
  'piece-too-short': pieceTooShort,
  'way-overfull': wayOverfull,
  'way-unmeasured': wayUnmeasured,
  'lead-misfits-gland': leadMisfitsGland,
  'gland-shared': glandShared,
  'bend-too-tight': bendTooTight,
  'pull-unrelieved': pullUnrelieved,
  'rigid-in-motion': rigidInMotion,
  'insulation-below-place': insulationBelowPlace,
  'beside-higher-voltage': besideHigherVoltage,
  'cord-not-held': cordNotHeld,
  'cover-misfits': coverMisfits,
  'chain-hits': chainHits,
  'chain-long': chainLong,
  'chain-short': chainShort,
  'loop-hits': loopHits,
  'plug-passes-not': plugPassesNot,
} as const satisfies Readonly<Record<string, Rule>>
