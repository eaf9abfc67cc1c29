import { counted } from '@/core/quantity'
import type { DeviceId, Plan } from '@/core/plan'
import { CAPACITORS, UNPLUG } from '../cautions'

import { checksum } from '../facts'

import type { Act } from '../types'
import { actOf } from './draft'

/** A minute for some labels, and one to look for the sheet. */
const LABELS_PER_MIN = 3

/** Devices, ways out and rows of terminals get their names before anything is proved by name. */
export function labelActs(plan: Plan, after: readonly string[]): readonly Act[] {
  const tags = (Object.keys(plan.devices) as DeviceId[])
    .filter((id) => plan.devices[id]!.origin !== 'remove')
    .map((id) => plan.devices[id]!.tag)
  if (tags.length === 0) return []
  return [
    actOf({
      id: 'labels',
      phase: 'tie',
      title: `Label ${counted(tags.length, 'device')}, rows of terminals, and what leaves the box`,
      lines: [
        'Every device its tag; beside each row of terminals its strip, at the terminals’ pitch.',
        'What leaves the box: its name outside beside the opening, and inside on the lead.',
        'Spare and parked ends: where they came from and why.',
      ],
      minutes: 2 + Math.ceil(tags.length / LABELS_PER_MIN),
      tools: ['labels'],
      after,
      facts: { tags: checksum([...tags].sort().join(' ')) },
      why: 'Checks go by names; whoever opens the box in a year has only these.',
    }),
  ]
}

/** The end of the work: what the box looks like before it is left. */
export function closeActs(plan: Plan, after: readonly string[], hasMains: boolean): readonly Act[] {
  if (after.length === 0) return []
  return [
    actOf({
      id: 'close',
      phase: 'first-power',
      title: 'Tidy, close, and put the record with it',
      lines: [
        'Off and dead. Duct covers and terminal covers on; nothing pinched under any of them.',
        'Every opening used or blanked; chips and cut ties out; nothing left on the table that belongs inside.',
        'The book of this plan, settings and names of firmware, inside the door.',
      ],
      minutes: 10,
      cautions: hasMains ? [UNPLUG, CAPACITORS] : [],
      after,
      facts: { boxes: Object.keys(plan.enclosures).sort().join(' ') },
      why: 'What is left over belongs somewhere, and an open hole lets in what shorts it.',
    }),
  ]
}
