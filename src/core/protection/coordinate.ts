import { isAtMost, formatNumber } from '@/core/quantity'
import { FAMILIES, OVERLOAD_FACTOR, type DeviceFamily } from '@/core/reference'

/** A protective device as wires downstream see it. */
export interface ProtectiveRating {
  readonly family: DeviceFamily
  readonly rating_A: number
}

/** The corrected ampacity that a wire needs to be protected by a device: both conditions of IEC 60364-4-43, 433.1. */
export function ampacityNeeded_A(device: ProtectiveRating): number {
  return device.rating_A * Math.max(1, FAMILIES[device.family].operatesAt / OVERLOAD_FACTOR)
}

/** The greatest rating of a family that protects a wire. */
export function greatestRating_A(family: DeviceFamily, wire_A: number): number {
  return wire_A / Math.max(1, FAMILIES[family].operatesAt / OVERLOAD_FACTOR)
}

export function isProtectedBy(wire_A: number, device: ProtectiveRating): boolean {
  return isAtMost(ampacityNeeded_A(device), wire_A)
}

/** Says in numbers why a device does or does not protect a wire. */
export function explainCoordination(wire_A: number, device: ProtectiveRating): string {
  const { operatesAt } = FAMILIES[device.family]
  return `${device.rating_A} A ${isAtMost(device.rating_A, wire_A) ? '≤' : '>'} ${formatNumber(wire_A)} A; it surely opens at ${operatesAt} × ${device.rating_A} = ${formatNumber(operatesAt * device.rating_A)} A, and 1.45 × ${formatNumber(wire_A)} = ${formatNumber(OVERLOAD_FACTOR * wire_A)} A`
}
