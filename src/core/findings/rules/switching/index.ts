import type { Rule } from '../../types'
import { circuitWithoutRest } from './circuitWithoutRest'
import { coilOnLogicPin } from './coilOnLogicPin'
import { coilWithoutFlyback } from './coilWithoutFlyback'
import { contactOverloaded } from './contactOverloaded'
import { contactWearsOut } from './contactWearsOut'
import { contactWithoutCommon } from './contactWithoutCommon'
import { heatWithoutSecondStop } from './heatWithoutSecondStop'
import { noEmergencyStop } from './noEmergencyStop'
import { relayControlVoltage } from './relayControlVoltage'
import { relayLeakageHolds } from './relayLeakageHolds'
import { relayTooHot } from './relayTooHot'
import { relayWrongCurrent } from './relayWrongCurrent'
import { restartsByItself } from './restartsByItself'
import { safeStateNotKept } from './safeStateNotKept'
import { stopLeavesHazard } from './stopLeavesHazard'
import { stopNotFailSafe } from './stopNotFailSafe'

/** About relays, contacts, stops, and what happens when control is lost. */
export const switchingRules = {
  'circuit-without-rest': circuitWithoutRest,
  'coil-on-logic-pin': coilOnLogicPin,
  'coil-without-flyback': coilWithoutFlyback,
  'contact-overloaded': contactOverloaded,
  'contact-wears-out': contactWearsOut,
  'contact-without-common': contactWithoutCommon,
  'heat-without-second-stop': heatWithoutSecondStop,
  'no-emergency-stop': noEmergencyStop,
  'relay-control-voltage': relayControlVoltage,
  'relay-leakage-holds': relayLeakageHolds,
  'relay-too-hot': relayTooHot,
  'relay-wrong-current': relayWrongCurrent,
  'restarts-by-itself': restartsByItself,
  'safe-state-not-kept': safeStateNotKept,
  'stop-leaves-hazard': stopLeavesHazard,
  'stop-not-fail-safe': stopNotFailSafe,
} as const satisfies Readonly<Record<string, Rule>>
