import { formatNumber } from '@/core/quantity'
import { ADIABATIC_MAX_S, sayTime } from '@/core/protection'
import { SOURCES } from '@/core/reference'
import type { ProtectiveReckoning } from '@/core/figures'
import { farEnd, shortAt, defineRule } from '@/core/judging'

export const wireDamagedFirst = defineRule<ProtectiveReckoning>({
  severity: 'stop',
  title: 'A short harms the wire before the fuse opens',
  stage: 'guard',
  source: SOURCES.iec60364Damage,
  find: ({ reckoning, plan }) =>
    reckoning.protective.filter(({ fault, device }) => {
      if (
        !fault?.thinnest ||
        plan.devices[device]!.origin === 'remove' ||
        fault.thinnest.withstands_s > ADIABATIC_MAX_S
      )
        return false
      const { atLargest } = fault
      // What only may open, or holds, is left to the supply's own limit and to the rules of overload.
      return atLargest.kind === 'opens' && atLargest.latest_s > fault.thinnest.withstands_s
    }),
  word: ({ device, link, fault }, context) => {
    const { thinnest, largest_A, atLargest, isAssumed } = fault!
    return {
      harm:
        atLargest.kind === 'opens' && !isAssumed
          ? shortAt(
              {
                wire: thinnest!.wire,
                current_A: largest_A,
                opens_s: atLargest.latest_s,
                endedBy: `${context.device(device).tag} ${link} opens`,
                stands_s: thinnest!.withstands_s,
              },
              farEnd(context, thinnest!.wire, device),
            )
          : undefined,
      subjects: [
        { kind: 'wire', id: thinnest!.wire },
        { kind: 'device', id: device },
      ],
      what: `A short of ${formatNumber(largest_A)} A${isAssumed ? ' (assumed of the outlet)' : ''} behind ${context.device(device).tag} ${link}: ${context.wireName(thinnest!.wire)}, ${thinnest!.size}, stands it for ${sayTime(thinnest!.withstands_s)}, and the device may take ${atLargest.kind === 'opens' ? sayTime(atLargest.latest_s) : 'longer'}`,
      why: 'The insulation melts before the current stops. Take a thicker wire or a quicker device.',
      severity: isAssumed ? 'caution' : 'stop',
    }
  },
})
