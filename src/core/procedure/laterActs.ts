import { counted } from '@/core/quantity'
import type { Reckoning } from '@/core/figures'
import { landingOf, whatComesLater, type CableId, type DeviceId, type Plan } from '@/core/plan'
import { CAPACITORS, UNPLUG } from './cautions'
import { actOf } from './acts/draft'
import { checksum } from './facts'
import { planActs } from './planActs'
import type { Act, Phase } from './types'

/** What is made when a thing comes; what is proved of it is proved anew with the whole. */
const MAKING: ReadonlySet<Phase> = new Set(['set', 'holes', 'mount', 'earth', 'mains', 'dc', 'signals', 'moving'])

const tagsOf = (plan: Plan, ids: Iterable<DeviceId>) => [...ids].map((id) => plan.devices[id]!.tag).sort()

/** What is said before the box is closed about what comes later: what is kept free for it, and how. */
export function roomForLater(plan: Plan): readonly Act[] {
  const { devices, wires } = whatComesLater(plan)
  if (devices.size === 0) return []
  const free = new Map<DeviceId, Set<string>>()
  for (const id of wires)
    for (const end of [plan.wires[id]!.from, plan.wires[id]!.to]) {
      const at = landingOf(plan, end)
      if (!at || devices.has(at.device)) continue
      const label = plan.parts[plan.devices[at.device]!.part]!.terminals[at.terminal]!.label
      free.set(at.device, (free.get(at.device) ?? new Set()).add(label))
    }
  const kept = [...free].map(([id, labels]) => `${plan.devices[id]!.tag}: ${[...labels].sort().join(', ')}`).sort()
  const holes = [...devices].filter((id) => {
    const { place, part } = plan.devices[id]!
    return place.kind === 'face' && plan.parts[part]!.cutouts.length > 0
  })
  const tags = tagsOf(plan, devices)
  return [
    actOf({
      id: 'later:room',
      phase: 'tie',
      title: `Keep room for what comes later: ${tags.join(', ')}`,
      lines: [
        ...(kept.length > 0 ? [`These stay free: ${kept.join('; ')}.`] : []),
        ...(holes.length > 0
          ? [`Holes of ${tagsOf(plan, holes).join(', ')} that are cut already: closed with a blank until then.`]
          : []),
        'A lead that is laid ahead: both its ends insulated, tied back and labelled with where they will go.',
      ],
      minutes: 2 + kept.length,
      tools: ['labels'],
      facts: { tags: tags.join(' '), terminal: checksum(kept.join('|')) },
      why: 'A spare end that is bare touches something sooner or later; a place that is used up is missed when the thing comes.',
    }),
  ]
}

/**
 * What is done when the rest comes, after everything else: made as the whole plan has it, then proved anew.
 *
 * @param whole figures of the plan with all that comes later
 */
export function laterActs(plan: Plan, whole: Reckoning, before: readonly Act[]): readonly Act[] {
  const { devices, wires, cables } = whatComesLater(plan)
  if (devices.size === 0) return []
  const isOfLater = ({ id, device, wire }: Act) =>
    (device !== null && devices.has(device)) ||
    (wire !== null && wires.has(wire)) ||
    (id.startsWith('cable:') && cables.has(id as CableId))
  const known = new Set(before.map(({ id }) => id))
  const made = planActs(plan, whole).filter((act) => MAKING.has(act.phase) && isOfLater(act) && !known.has(act.id))
  const tags = tagsOf(plan, devices)
  const last = before.filter(({ id }) => id === 'close').map(({ id }) => id)
  const off = actOf({
    id: 'later:off',
    phase: 'later',
    title: `When ${tags.join(', ')} ${tags.length === 1 ? 'is' : 'are'} there: off, unplugged, proved dead`,
    lines: [
      `The plan says “comes now” of ${tags.length === 1 ? 'it' : 'each'} from then on: tests and findings follow.`,
    ],
    cautions: [UNPLUG, CAPACITORS],
    minutes: 5,
    after: last,
    facts: { tags: tags.join(' ') },
    why: 'The box has been in service: what was open and dead when it was built is not so now.',
  })
  const ids = new Set(made.map(({ id }) => id))
  return [
    off,
    ...made.map((act): Act => ({ ...act, after: [off.id, ...act.after.filter((other) => ids.has(other))] })),
    actOf({
      id: 'later:prove',
      phase: 'later',
      title: `Prove anew what ${tags.join(', ')} ${tags.length === 1 ? 'touches' : 'touch'}`,
      lines: [
        `Set ${tags.join(', ')} to “comes now” in the plan: ${counted(made.length, 'thing')} made here change what is tested; do those tests before power.`,
      ],
      minutes: 15,
      after: [off.id, ...ids],
      facts: { tags: tags.join(' '), wires: checksum([...wires].sort().join(' ')) },
      why: 'A test that was done without it says nothing of the box with it.',
    }),
  ]
}
