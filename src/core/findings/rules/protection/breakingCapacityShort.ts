import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import type { ProtectiveReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

export const breakingCapacityShort = defineRule<ProtectiveReckoning>({
  severity: 'stop',
  title: 'More fault current than the device can part',
  stage: 'guard',
  source: SOURCES.iec60364Breaking,
  find: ({ reckoning, plan }) =>
    reckoning.protective.filter(
      ({ fault, breaking_A, device }) =>
        fault !== null && plan.devices[device]!.origin !== 'remove' && fault.largest_A > breaking_A * (1 + 1e-9),
    ),
  word: ({ device, link, fault, breaking_A }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} ${link} parts ${formatNumber(breaking_A)} A; ${formatNumber(fault!.largest_A)} A may flow${fault!.isAssumed ? ', assumed of the outlet' : ''}`,
    why: 'Beyond its breaking capacity a fuse goes on burning as an arc, and a glass one bursts. Use a sand-filled one or a breaker that parts more.',
    severity: fault!.isAssumed ? 'caution' : 'stop',
  }),
})
