import { formatNumber } from '@/core/quantity'
import type { EnclosureId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const condensation = defineRule<{ readonly enclosure: EnclosureId; readonly dew_C: number }>({
  severity: 'note',
  title: 'Water settles inside at night',
  stage: 'layout',
  source: SOURCES.magnus,
  find: ({ plan, reckoning }) =>
    reckoning.boxes
      .flatMap(({ enclosure, day }) => (day?.condenses ? [{ enclosure, dew_C: day.dewPoint_C }] : []))
      .filter(({ enclosure }) => plan.enclosures[enclosure]!.origin !== 'remove'),
  word: ({ enclosure, dew_C }, { plan }) => ({
    subjects: [{ kind: 'plan' }],
    what: `“${plan.enclosures[enclosure]!.name}”, switched off, cools below the dew point of ${formatNumber(dew_C)} °C at night`,
    why: 'Water settles on the coldest metal and runs down. Breathing downward and drained it gets away; boards want a coat of varnish, or a small heater.',
  }),
})
