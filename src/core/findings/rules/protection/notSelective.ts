import { SOURCES } from '@/core/reference'
import type { ProtectiveReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

export const notSelective = defineRule<ProtectiveReckoning>({
  severity: 'note',
  title: 'The device ahead may open first',
  stage: 'guard',
  source: SOURCES.practice,
  // The outlet's breaker trips with any mains short behind it; that is said in the figure and is nothing to mend here.
  find: ({ reckoning, plan }) =>
    reckoning.protective.filter(
      ({ fault, device }) =>
        fault?.ahead &&
        !fault.ahead.isSelective &&
        !fault.ahead.label.startsWith('the outlet') &&
        plan.devices[device]!.origin !== 'remove',
    ),
  word: ({ device, link, fault }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} ${link} and ${fault!.ahead!.label} ahead of it: ${fault!.ahead!.reason}`,
    why: 'A fault in one branch takes everything else with it, and the search begins at the wrong fuse.',
  }),
})
