import type { CableId, Plan } from '@/core/plan'
import type { Change } from '../change'
import type { Near } from '../near'
import { pressed } from '../pressed'

interface Plugged {
  readonly cable: CableId
  readonly end: 'a' | 'b'
  readonly connector: string
  readonly seated: string
}

/** Plugs of one device: turned or a way off, or exchanged with one of the same kind. */
export function plugs({ plan, devices }: Near): readonly Change[] {
  return devices.flatMap((device) => {
    const own = (Object.keys(plan.cables) as CableId[]).flatMap((cable) =>
      (['a', 'b'] as const).flatMap((end): Plugged[] => {
        const { mates } = plan.cables[cable]!.ends[end]
        return mates?.device === device ? [{ cable, end, connector: mates.connector, seated: mates.seated }] : []
      }),
    )
    const { tag, part } = plan.devices[device]!
    const kindOf = (id: string) => {
      const connector = plan.parts[part]!.connectors.find((each) => each.id === id)
      return connector ? `${connector.family} ${connector.ways.length}` : id
    }
    const nameOf = ({ cable }: Plugged) => plan.cables[cable]!.name
    const into = (plan: Plan, { cable, end }: Plugged, connector: string, seated: 'right' | null) => {
      const { ends } = plan.cables[cable]!
      const { mates } = ends[end]
      const mated = { ...mates!, connector, ...(seated ? { seated } : {}) }
      return {
        type: 'updateCable' as const,
        id: cable,
        changes: { ends: { ...ends, [end]: { ...ends[end], mates: mated } } },
      }
    }
    return [
      ...own
        .filter(({ seated }) => seated !== 'right')
        .map((plug) =>
          pressed(
            `the plug of ${nameOf(plug)} does not sit right on ${tag}`,
            `Seat the plug of ${nameOf(plug)} right`,
            [into(plan, plug, plug.connector, 'right')],
            0.8,
          ),
        ),
      ...own.flatMap((a, i) =>
        own
          .slice(i + 1)
          .filter((b) => b.cable !== a.cable && kindOf(a.connector) === kindOf(b.connector))
          .map((b) =>
            pressed(
              `the plugs of ${nameOf(a)} and ${nameOf(b)} are exchanged on ${tag}`,
              `Exchange the plugs of ${nameOf(a)} and ${nameOf(b)} on ${tag}`,
              [into(plan, a, b.connector, null), into(plan, b, a.connector, null)],
              1.1,
            ),
          ),
      ),
    ]
  })
}
