import { moverOf, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const noMainSwitch = defineRule<{ readonly inlet: DeviceId; readonly loads: readonly DeviceId[] }>({
  severity: 'caution',
  title: 'No switch that cuts everything off',
  stage: 'connect',
  source: SOURCES.iec60204Supply,
  find: (context) => {
    const isSwitched = (passages: (typeof context.ways)[number]['passages']) =>
      passages.some(
        ({ device, link }) =>
          link.kind === 'contact' &&
          context.part(device).behaviour.kind !== 'button' &&
          moverOf(context.part(device), link).by === 'hand',
      )
    const mains = context.ways.filter(({ isMains }) => isMains)
    const bare = [...new Set(mains.flatMap(({ device, passages }) => (isSwitched(passages) ? [] : [device])))]
    const inlet = context.devices.find(({ part }) => part.behaviour.kind === 'mains-inlet')
    return inlet && bare.length > 0 && bare.length === new Set(mains.map(({ device }) => device)).size
      ? [{ inlet: inlet.id, loads: bare }]
      : []
  },
  word: ({ inlet, loads }, context) => {
    const isFixed = context.plan.site.plug.kind === 'fixed'
    return {
      subjects: [{ kind: 'device', id: inlet }],
      what: `No switch worked by hand stands between ${context.device(inlet).tag} and ${loads.map((id) => context.device(id).tag).join(', ')}`,
      why: isFixed
        ? 'It is wired in without a plug: nobody can take it off the mains. One switch in all live poles cuts everything off.'
        : 'Pulling the plug is then the only way to cut it off: it must be at hand, and whoever reaches for it must know. A switch in all live poles is usual.',
      severity: isFixed ? 'stop' : 'caution',
    }
  },
})
