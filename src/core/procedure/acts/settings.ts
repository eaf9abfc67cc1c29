import type { DeviceId, Plan } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import type { Act } from '../types'
import { wantedSetting } from './devices'
import { deadFirst } from './deadFirst'
import { actOf } from './draft'

/** What must be seen to stand as planned before power: selectors, jumpers, links, switches and pots. */
export function settingActs(plan: Plan): readonly Act[] {
  return (Object.keys(plan.devices) as DeviceId[]).flatMap((device): Act[] => {
    const own = plan.devices[device]!
    const { tag, origin, part: partId } = own
    const part = plan.parts[partId]!
    if (origin === 'remove' || part.settings.length === 0) return []
    const wanted = part.settings.flatMap((setting) => {
      const { wanted: value, assumed } = wantedSetting(own, part, setting, plan.site.mains_V)
      return value === null && assumed === null ? [] : [`${setting.name}: ${value ?? assumed}`]
    })
    if (wanted.length === 0) return []
    const hasSelector = part.behaviour.kind === 'supply' && part.behaviour.selector !== null
    return [
      actOf({
        id: `check:setting/${device}`,
        phase: 'checks',
        device,
        title: `${tag}: ${wanted.join('; ')}`,
        lines: [
          ...(hasSelector ? [`The mains here has ${plan.site.mains_V} V: read the selector, do not believe it.`] : []),
          'Seen, with the plan beside it; not remembered from when it was set.',
        ],
        minutes: 1,
        cautions: deadFirst(plan),
        facts: { part: partId, settings: wanted.join(';') },
        why: hasSelector
          ? 'A selector on the lower mains takes the supply with it at the first switch-on.'
          : 'What is buried later is looked at now.',
        test: {
          group: 'settings',
          red: null,
          black: null,
          situation: 'dead',
          meter: null,
          held: null,
          ifOff: 'Set it, with the power off; jumpers under a module mean taking the module off.',
          source: cite(SOURCES.practice),
        },
      }),
    ]
  })
}
