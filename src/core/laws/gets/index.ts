import type { Rule } from '@/core/judging'
import { coilNeverWorked } from './coilNeverWorked'
import { coilsMixed } from './coilsMixed'
import { contactHalfWired } from './contactHalfWired'
import { contactWithoutCommon } from './contactWithoutCommon'
import { driverWithoutSignals } from './driverWithoutSignals'
import { fusePlaceEmpty } from './fusePlaceEmpty'
import { inputUnsent } from './inputUnsent'
import { loadNotFed } from './loadNotFed'
import { lowVoltageAtLoad } from './lowVoltageAtLoad'
import { outletDead } from './outletDead'
import { pixelsTooLow } from './pixelsTooLow'
import { pixelsWithoutData } from './pixelsWithoutData'
import { relayControlVoltage } from './relayControlVoltage'
import { requiredTerminalOpen } from './requiredTerminalOpen'
import { socketEmpty } from './socketEmpty'
import { sourceAskedTooMuch } from './sourceAskedTooMuch'
import { voltsNotReached } from './voltsNotReached'

/** Whatever should run gets what it needs: volts, polarity, kind and all its poles, in every state in which it should run. */
export const getsRules = {
  'coil-never-worked': coilNeverWorked,
  'coils-mixed': coilsMixed,
  'contact-half-wired': contactHalfWired,
  'contact-without-common': contactWithoutCommon,
  'driver-without-signals': driverWithoutSignals,
  'fuse-place-empty': fusePlaceEmpty,
  'input-unsent': inputUnsent,
  'load-not-fed': loadNotFed,
  'low-voltage-at-load': lowVoltageAtLoad,
  'outlet-dead': outletDead,
  'pixels-too-low': pixelsTooLow,
  'pixels-without-data': pixelsWithoutData,
  'relay-control-voltage': relayControlVoltage,
  'required-terminal-open': requiredTerminalOpen,
  'socket-empty': socketEmpty,
  'source-asked-too-much': sourceAskedTooMuch,
  'volts-not-reached': voltsNotReached,
} as const satisfies Readonly<Record<string, Rule>>
