import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const residualWanted = defineRule<{ readonly place: 'sheltered' | 'outdoors' }>({
  severity: 'stop',
  title: 'Outdoors without a residual-current device',
  stage: 'brief',
  source: SOURCES.iec60364Residual,
  find: ({ plan, devices }) => {
    const { place, residual_mA } = plan.site
    const hasOwn = devices.some(({ part }) => part.behaviour.kind === 'residual-current-device')
    const isFed = devices.some(({ part }) => part.behaviour.kind === 'mains-inlet')
    return place !== 'indoors' && isFed && residual_mA === null && !hasOwn ? [{ place }] : []
  },
  word: ({ place }) => ({
    subjects: [{ kind: 'plan' }],
    what: `The box stands ${place === 'outdoors' ? 'outdoors' : 'under a roof outside'} and nothing ahead of it trips on current to earth`,
    why: 'Wet hands, wet ground and a pinched lead: a device of 30 mA (5 mA in North America) cuts off before a person feels it long. Name the outlet’s own device, or put one first in the box.',
    severity: place === 'outdoors' ? 'stop' : 'caution',
    fixes: [{ label: 'The outlet has one of 30 mA', commands: [{ type: 'setSite', changes: { residual_mA: 30 } }] }],
  }),
})
