import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

/** IEC 60364-4-41, 411.3.3 (from memory). */
const GREATEST_mA = 30

export const residualWanted = defineRule<{ readonly place: 'sheltered' | 'outdoors' | 'outlets' }>({
  severity: 'stop',
  title: 'No residual-current device',
  stage: 'brief',
  source: SOURCES.iec60364Residual,
  find: ({ plan, devices }) => {
    const { place, residual_mA } = plan.site
    const hasOwn = devices.some(({ part }) => part.behaviour.kind === 'residual-current-device')
    const isFed = devices.some(({ part }) => part.behaviour.kind === 'mains-inlet')
    const isWanted = isFed && (residual_mA === null || residual_mA > GREATEST_mA) && !hasOwn
    if (!isWanted) return []
    if (place !== 'indoors') return [{ place }]
    const hasOutlets = devices.some(
      ({ part, device }) => part.behaviour.kind === 'outlet' && device.origin !== 'remove',
    )
    return plan.site.region === 'IEC' && hasOutlets ? [{ place: 'outlets' as const }] : []
  },
  word: ({ place }) => ({
    subjects: [{ kind: 'plan' }],
    what:
      place === 'outlets'
        ? 'The box has socket outlets, and nothing ahead of them trips on 30 mA of current to earth'
        : `The box stands ${place === 'outdoors' ? 'outdoors' : 'under a roof outside'} and nothing ahead of it trips on 30 mA of current to earth`,
    why: 'Wet hands, wet ground and a pinched lead: a device of 30 mA (5 mA in North America) cuts off before a person feels it long. Name the outlet’s own device, or put one first in the box.',
    severity: place === 'sheltered' ? 'caution' : 'stop',
    fixes: [{ label: 'The outlet has one of 30 mA', commands: [{ type: 'setSite', changes: { residual_mA: 30 } }] }],
  }),
})
