import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly load_A: number
  readonly least_A: number
}

/** A load below this multiple of the leakage may glow, hum or stay pulled in; common practice. */
const LEAKAGE_MULTIPLE = 10

export const relayLeakageHolds = defineRule<Facts>({
  severity: 'caution',
  title: 'Load too small for a solid-state relay',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.switches.flatMap(({ device, worst }): Facts[] => {
      const { behaviour } = context.part(device)
      if (
        behaviour.kind !== 'solid-state-relay' ||
        context.device(device).origin === 'remove' ||
        worst.value === null ||
        worst.value === 0
      )
        return []
      const least_A = Math.max(behaviour.minimumLoad_A ?? 0, (LEAKAGE_MULTIPLE * (behaviour.leakage_mA ?? 0)) / 1000)
      return worst.value < least_A ? [{ device, load_A: worst.value, least_A }] : []
    }),
  word: ({ device, load_A, least_A }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} switches ${formatNumber(load_A)} A; it wants ${formatNumber(least_A)} A at least to latch and to be off when it is off`,
    why: 'Its leakage is enough to keep a small load glowing or humming, and the wires behind it are live at all times. Use a mechanical relay here.',
  }),
})
