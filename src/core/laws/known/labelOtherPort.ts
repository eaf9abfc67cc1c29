import { asLabel, type CableId, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly cable: CableId
  readonly end: 'a' | 'b'
  readonly device: DeviceId
  readonly connector: string
  readonly labelled: string
}

/** A label that another connector of the same device bears by its name. */
export const labelOtherPort = defineJoiningRule<Facts>({
  severity: 'caution',
  title: 'A cable whose label names another port',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan }) =>
    (Object.keys(plan.cables) as CableId[]).flatMap((cable) =>
      (['a', 'b'] as const).flatMap((end): Facts[] => {
        const { printed, ends, origin } = plan.cables[cable]!
        const { mates } = ends[end]
        if (!printed || !mates || origin === 'remove') return []
        const { tag, part } = plan.devices[mates.device]!
        const wanted = asLabel(printed)
        const named = (name: string) => asLabel(name) === wanted || asLabel(tag + name) === wanted
        const { connectors } = plan.parts[part]!
        const own = connectors.find(({ id }) => id === mates.connector)
        const other = connectors.find(({ id, name }) => id !== mates.connector && named(name))
        return own && other && !named(own.name)
          ? [{ cable, end, device: mates.device, connector: own.name, labelled: other.name }]
          : []
      }),
    ),
  word: ({ cable, device, connector, labelled }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `The cable printed “${context.plan.cables[cable]!.printed}” is in ${context.device(device).tag} ${connector}, and there is a port ${labelled}`,
    why: 'Either it sits in the wrong port, or its label will mislead whoever plugs it in next. Move it, or print its label anew.',
  }),
})
