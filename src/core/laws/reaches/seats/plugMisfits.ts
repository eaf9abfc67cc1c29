import type { CableId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly cable: CableId
  readonly end: 'a' | 'b'
  readonly problem: 'ways' | 'pitch' | 'gender' | 'key'
  readonly plug: string
  readonly header: string
}

export const plugMisfits = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A plug on a header that it does not fit',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan }) =>
    (Object.keys(plan.cables) as CableId[]).flatMap((cable) =>
      (['a', 'b'] as const).flatMap((end): Facts[] => {
        const plug = plan.cables[cable]!.ends[end]
        if (plug.kind !== 'plug' || plug.mates === null || plan.cables[cable]!.origin === 'remove') return []
        const device = plan.devices[plug.mates.device]!
        const header = plan.parts[device.part]!.connectors.find(({ id }) => id === plug.mates!.connector)
        if (!header) return []
        const differ = (problem: Facts['problem'], a: string | number | null, b: string | number | null): Facts[] =>
          a !== null && b !== null && a !== b ? [{ cable, end, problem, plug: String(a), header: String(b) }] : []
        return [
          ...differ('pitch', plug.pitch_mm, header.pitch_mm),
          ...differ('ways', plug.ways, header.ways.length),
          ...(plug.gender !== null && plug.gender === header.gender
            ? [{ cable, end, problem: 'gender' as const, plug: plug.gender, header: plug.gender }]
            : []),
          ...differ('key', plug.key, header.key),
        ].slice(0, 1)
      }),
    ),
  word: ({ cable, end, problem, plug, header }, { plan }) => {
    const { mates } = plan.cables[cable]!.ends[end]
    const device = plan.devices[mates!.device]!
    const words = {
      ways: `has ${plug} ways and the header ${header}`,
      pitch: `is of ${plug} mm pitch and the header of ${header} mm`,
      gender: `is a ${plug}, and so is what it should go into`,
      key: `has the key “${plug}” and the header “${header}”`,
    }[problem]
    return {
      subjects: [{ kind: 'device', id: mates!.device }],
      what: `The plug of “${plan.cables[cable]!.name}” on ${device.tag} ${mates!.connector} ${words}`,
      why:
        problem === 'ways'
          ? 'It goes on one way off, and feeds what it should not. Take the plug of as many ways, or block the spare pin.'
          : 'It is forced on or does not go at all. Families look alike: compare pitch and latch before crimping.',
    }
  },
})
