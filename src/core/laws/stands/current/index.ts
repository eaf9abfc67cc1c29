import type { Rule } from '@/core/judging'
import { contactOverloaded } from './contactOverloaded'
import { driverAboveMotor } from './driverAboveMotor'
import { fuseOverloaded } from './fuseOverloaded'
import { inrushOpensDevice } from './inrushOpensDevice'
import { insulationBelowPlace } from './insulationBelowPlace'
import { networkUnsolved } from './networkUnsolved'
import { noWireFits } from './noWireFits'
import { relayTooHot } from './relayTooHot'
import { shortCircuit } from './shortCircuit'
import { startUpOpensFuse } from './startUpOpensFuse'
import { supplyHot } from './supplyHot'
import { supplyOverloaded } from './supplyOverloaded'
import { terminalRatingExceeded } from './terminalRatingExceeded'
import { wireOverloaded } from './wireOverloaded'

/** Every conductor, contact, fuse and source against the current that it meets. */
export const currentRules = {
  'contact-overloaded': contactOverloaded,
  'driver-above-motor': driverAboveMotor,
  'fuse-overloaded': fuseOverloaded,
  'inrush-opens-device': inrushOpensDevice,
  'insulation-below-place': insulationBelowPlace,
  'network-unsolved': networkUnsolved,
  'no-wire-fits': noWireFits,
  'relay-too-hot': relayTooHot,
  'short-circuit': shortCircuit,
  'start-up-opens-fuse': startUpOpensFuse,
  'supply-hot': supplyHot,
  'supply-overloaded': supplyOverloaded,
  'terminal-rating-exceeded': terminalRatingExceeded,
  'wire-overloaded': wireOverloaded,
} as const satisfies Readonly<Record<string, Rule>>
