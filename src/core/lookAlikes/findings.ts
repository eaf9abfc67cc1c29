import { connectorName, type PlugPlace } from '@/core/cables'
import type { Finding, Fix } from '@/core/findings'
import type { DeviceId, Plan } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import { lookAlikes, type LookAlike } from './lookAlikes'

type Remedy = Plan['devices'][DeviceId]['toldApart'][number]

/** What can be done, and how it reads on the device. */
export const REMEDIES: readonly { readonly by: Remedy['by']; readonly label: string; readonly text: string }[] = [
  { by: 'key', label: 'Key it: block a way', text: 'a way blocked in the socket, its contact left out of the plug' },
  { by: 'connector', label: 'Another connector', text: 'made with a connector of another family' },
  { by: 'colour', label: 'Mark both in one colour', text: 'plug and socket marked in one colour of their own' },
  { by: 'label', label: 'Label both', text: 'plug and socket bear the same label' },
  { by: 'length', label: 'Cut so that it reaches only its own', text: 'too short to reach the other socket' },
]

/** The edit that sets a remedy for some plugs of one device, or with null takes it away. */
export function setRemedies(
  plan: Plan,
  device: DeviceId,
  connectors: readonly string[],
  by: Remedy['by'] | null,
): Fix['commands'] {
  const others = plan.devices[device]!.toldApart.filter(({ connector }) => !connectors.includes(connector))
  const text = REMEDIES.find((each) => each.by === by)?.text ?? ''
  const toldApart = by === null ? others : [...others, ...connectors.map((connector) => ({ connector, by, text }))]
  return [{ type: 'updateDevice', id: device, changes: { toldApart } }]
}

export const setRemedy = (plan: Plan, { device, connector }: PlugPlace, by: Remedy['by'] | null): Fix['commands'] =>
  setRemedies(plan, device, [connector], by)

/** As many plugs as are named. */
const NAMED = 8

/** Plugs that burn something where they go in wrong and that nothing keeps apart: a caution for each device. */
export function lookAlikeFindings(plan: Plan, found: readonly LookAlike[] = lookAlikes(plan)): readonly Finding[] {
  const byDevice = new Map<DeviceId, LookAlike[]>()
  for (const each of found)
    if (each.outcome === 'burns' && each.remedy === null)
      byDevice.set(each.plug.device, [...(byDevice.get(each.plug.device) ?? []), each])
  return [...byDevice].map(([device, own]): Finding => {
    const [first, ...others] = own as [LookAlike, ...LookAlike[]]
    const connectors = [...new Set(own.map(({ plug }) => plug.connector))]
    const more = [
      ...new Set(
        others.map(({ kind, plug, other }) =>
          kind === 'turn'
            ? `${connectorName(plan, plug)} turned`
            : `${connectorName(plan, plug)} with ${connectorName(plan, other)}`,
        ),
      ),
    ]
    return {
      id: `plug-mixed-up ${device}`,
      rule: 'plug-mixed-up',
      severity: 'caution',
      title: 'A plug that burns something in another socket',
      stage: 'connect',
      subjects: [{ kind: 'device', id: device }],
      what: `${first.words}${more.length > 0 ? `; and ${more.length} more alike: ${more.slice(0, NAMED).join(', ')}${more.length > NAMED ? ' …' : ''}` : ''}`,
      why: 'Plugs of one kind are exchanged sooner or later, with the covers on and in bad light. Key them, mark plug and socket in one colour, or take another connector.',
      source: cite(SOURCES.practice),
      law: null,
      fixes: REMEDIES.slice(0, 4).map(({ by, label }) => ({
        label: connectors.length > 1 ? `${label}: all ${connectors.length}` : label,
        commands: setRemedies(plan, device, connectors, by),
      })),
      facts: own.map(({ kind, plug, other }) => ({ kind, plug, other })),
      harm: null,
      alike: null,
      count: own.length,
      members: [`plug-mixed-up ${device}`],
      cause: null,
      followers: [],
    }
  })
}
