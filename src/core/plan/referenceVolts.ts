import type { Setting } from './schema/part'

/** Volts to turn a current pot to, between its wiper and ground, by the formula of its part; null where it states none. */
export function referenceVolts({ volts_per_A }: Pick<Setting, 'volts_per_A'>, option: string): number | null {
  const amp = /^(\d+(?:\.\d+)?)\s*A$/.exec(option.trim())
  return volts_per_A === null || !amp ? null : Number(amp[1]) * volts_per_A
}
