import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import type { SwitchReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

/** Sooner than this, a part that wears is the wrong part. */
const YEARS = 2

export const contactWearsOut = defineRule<SwitchReckoning>({
  severity: 'caution',
  title: 'Contact worn before its time',
  stage: 'guard',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.switches.filter(
      ({ wear, device }) =>
        wear !== null && wear.value !== null && wear.value < YEARS && plan.devices[device]!.origin !== 'remove',
    ),
  word: ({ device, link, wear, system }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} ${link} switches ${formatNumber(context.device(device).operationsPerDay ?? 0)} times a day and lasts about ${formatNumber(wear!.value!)} years`,
    why:
      system === 'dc'
        ? 'Holding a temperature switches all day. A transistor module does not wear.'
        : 'Holding a temperature switches all day. A solid-state relay does not wear; give it a second means of stopping the heat.',
  }),
})
