import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { servesMains } from '@/core/supply'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly setting: string
  readonly actual: string | null
  readonly wanted: string | null
}

export const mainsSelectorWrong = defineRule<Facts>({
  severity: 'stop',
  title: 'Supply not set for this mains',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }): Facts[] => {
      const { behaviour } = part
      if (behaviour.kind !== 'supply') return []
      const { mains_V } = context.plan.site
      if (mains_V < behaviour.min_V || mains_V > behaviour.max_V)
        return [{ device: id, setting: 'input', actual: `${behaviour.min_V}–${behaviour.max_V} V`, wanted: null }]
      if (behaviour.selector === null) return []
      const setting = part.settings.find((candidate) => candidate.id === behaviour.selector)!
      const fits = (option: string) => servesMains(option, mains_V)
      const actual = (device.settings as Readonly<Record<string, string>>)[setting.id] ?? setting.initial
      return actual !== null && fits(actual)
        ? []
        : [{ device: id, setting: setting.id, actual, wanted: setting.options.find(fits) ?? null }]
    }),
  word({ device, setting, actual, wanted }, context) {
    const { tag } = context.device(device)
    const { mains_V } = context.plan.site
    return {
      subjects: [{ kind: 'device', id: device }],
      what: `${tag} is set for ${actual ?? 'nothing known'} and the mains is ${mains_V} V`,
      why: 'At 115 V on 230 V mains its capacitors burst at switch-on; at 230 V on 120 V it starts badly or not at all. Set it before it is mounted: the slide is out of reach afterwards.',
      fixes: wanted
        ? [{ label: `Set ${tag} to ${wanted}`, commands: [{ type: 'setSetting', device, setting, value: wanted }] }]
        : [],
    }
  },
})
