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

/** The edit that sets a remedy, or with null takes it away. */
export function setRemedy(plan: Plan, { device, connector }: PlugPlace, by: Remedy['by'] | null): Fix['commands'] {
  const others = plan.devices[device]!.toldApart.filter((each) => each.connector !== connector)
  const text = REMEDIES.find((each) => each.by === by)?.text ?? ''
  const toldApart = by === null ? others : [...others, { connector, by, text }]
  return [{ type: 'updateDevice', id: device, changes: { toldApart } }]
}

/** Plugs that burn something where they go in wrong and that nothing keeps apart: a caution each, by plug. */
export function lookAlikeFindings(plan: Plan, found: readonly LookAlike[] = lookAlikes(plan)): readonly Finding[] {
  const byPlug = new Map<string, LookAlike[]>()
  for (const each of found) {
    if (each.outcome !== 'burns' || each.remedy !== null) continue
    const key = `${each.plug.device} ${each.plug.connector}`
    byPlug.set(key, [...(byPlug.get(key) ?? []), each])
  }
  return [...byPlug].map(([key, own]): Finding => {
    const [first, ...others] = own as [LookAlike, ...LookAlike[]]
    const more = others.map(({ other }) => connectorName(plan, other))
    return {
      id: `plug-mixed-up ${key}`,
      rule: 'plug-mixed-up',
      severity: 'caution',
      title: 'A plug that burns something in another socket',
      stage: 'connect',
      subjects: [{ kind: 'device', id: first.plug.device }],
      what: `${first.words}${more.length > 0 ? `; likewise in ${more.slice(0, 6).join(', ')}${more.length > 6 ? ' …' : ''}` : ''}`,
      why: 'Plugs of one kind are exchanged sooner or later, with the covers on and in bad light. Key it, mark both in one colour, or take another connector.',
      source: cite(SOURCES.practice),
      fixes: REMEDIES.slice(0, 3).map(({ by, label }) => ({ label, commands: setRemedy(plan, first.plug, by) })),
      facts: { plug: first.plug, others: own.map(({ other }) => other) },
      harm: null,
      alike: null,
      count: own.length,
      followers: [],
    }
  })
}
