import { colourName, type DeviceId, type EnclosureId, type Plan, type RacewayId, type WireId } from '@/core/plan'

import { counted, formatNumber } from '@/core/quantity'

import type { Reckoning } from '@/core/figures'
import type { ToolKind } from '@/core/termination'
import type { Act } from '../types'
import { devicesOfWire, SOMEWHERE, type GroupKind } from './keyOf'

import { tagList } from './tags'

/** What a step is called: what, and from where to where. A step of one act is called as that. */
export function titleOf(plan: Plan, key: string, acts: readonly Act[]): string {
  const [kind, ...rest] = key.split('|') as [GroupKind, ...string[]]
  const [first] = acts
  if (acts.length === 1 && kind !== 'holes') return first!.title
  const tags = tagList(acts.flatMap(({ device }) => (device ? [plan.devices[device]!.tag] : [])))
  switch (kind) {
    case 'fuses':
      return `${rest[0] === 'true' ? 'Check' : 'Fit'} the fuses of ${tags}`
    case 'setting':
      return `Set ${rest[2]!.toLowerCase()} of ${tags}${rest[0] === 'true' ? ', while it is in reach' : ''}`
    case 'holes':
      return `Drill and cut ${boxName(plan, rest[0]!)}: ${acts.map((act) => act.title.replace(/^[^,]*, /, '')).join('; ')}`
    case 'mount':
      return mountTitle(plan, rest, tags)
    case 'earth':
      return headed(['Earth', whereWords(plan, rest[0]!)], ends(plan, acts))
    case 'mains':
      return headed(['Mains', whereWords(plan, rest[0]!)], ends(plan, acts))
    case 'rail':
      return headed([railWords(plan, rest[0]!), whereWords(plan, rest[1]!)], ends(plan, acts))
    case 'signals':
      return headed([plural(acts), whereWords(plan, rest[0]!)], ends(plan, acts))
    case 'moving':
      return headed(['Leads that move', whereWords(plan, rest[0]!)], ends(plan, acts))
    case 'ways':
      return `Lay and tie in ${boxName(plan, rest[0]!)}: ${wayNames(plan, acts)}`
    case 'outside-ways':
      return `Lay and tie outside: ${wayNames(plan, acts)}`
    case 'moving-ways':
      return `Lay, clamp and move: ${wayNames(plan, acts)}`
    case 'earth-check':
      return `Earth at ${counted(acts.length, 'place')}: ${tags}`
    case 'guess':
      return `${counted(acts.length, 'joint')} that nobody measured`
    case 'rail-check':
      return `No short on ${counted(acts.length, 'rail')}: ${tags}`
    case 'rails-apart':
      return `${counted(acts.length, 'pair')} of rails apart`
    case 'poles':
      return `Plus and minus at each plug: ${tags}`
    case 'bonds':
      return 'Minus against minus, and against earth'
    case 'mains-leads':
      return `Line and neutral, ${counted(acts.length, 'lead')}`
    case 'insulation':
      return 'Line and neutral against earth'
    case 'diodes':
      return `Diodes the right way round: ${tags}`
    case 'exits':
      return `Volts at sockets: ${tags}`
    case 'coils':
      return `${counted(acts.length, 'winding')}: ${tags}`
    case 'commons':
      return `${counted(acts.length, 'common')} from end to end`
    case 'contacts':
      return `Contacts at rest and worked: ${tags}`
    case 'pins':
      return `${counted(acts.length, 'cable')} pin by pin`
    case 'settings-seen':
      return `Settings seen: ${tags}`
    case 'inputs':
      return `Inputs at rest and worked: ${tags}`
    case 'outputs':
      return `Outputs off and on: ${tags}`
    case 'motors':
      return `Motors a little each way: ${tags}`
    case 'heat':
      return `Warmth, sensors and cut-outs: ${tags}`
    case 'stops':
      return `Stops pressed: ${tags}`
    case 'outlets':
      return `Volts and polarity at ${tags}`
    case 'switched':
      return `On and off with a lamp: ${tags}`
    case 'sources':
      return `Each supply alone: ${tags}`
    case 'loads':
      return `One load at a time: ${tags}`
    default:
      return first!.title
  }
}

const headed = (words: readonly string[], what: string) => `${words.filter(Boolean).join(' ')}: ${what}`

const boxName = (plan: Plan, id: string) => plan.enclosures[id as EnclosureId]?.name ?? 'the box'

/** "in Gantry box"; "outside Gantry box". */
function whereWords(plan: Plan, where: string): string {
  if (where === SOMEWHERE) return ''
  if (!where.startsWith('outside ')) return `in ${boxName(plan, where)}`
  const box = where.slice('outside '.length)
  return box === '' ? 'outside' : `from ${boxName(plan, box)} outward`
}

function mountTitle(plan: Plan, [box, where]: readonly string[], tags: string): string {
  switch (where) {
    case 'walls':
      return `Fit into the walls of ${boxName(plan, box!)}: ${tags}`
    case 'plugged':
      return `Plug on: ${tags}`
    case 'loose':
      return `Hang and tie: ${tags}`
    case 'somewhere':
      return `Mount ${tags}: no place chosen yet`
    default:
      return `Mount on the plate of ${boxName(plan, box!)}: ${tags}`
  }
}

function railWords(plan: Plan, source: string): string {
  const device = plan.devices[source as DeviceId]
  return device ? `${device.tag}, ${device.name}` : 'DC'
}

/** "6 wires, X1, Q1 to XL": what they join. */
function ends(plan: Plan, acts: readonly Act[]): string {
  const tags = acts.flatMap((act) =>
    act.wire === null ? [] : devicesOfWire(plan, act.wire).map((id) => plan.devices[id]!.tag),
  )
  const cables = acts.filter(({ wire }) => wire === null).length
  const wires = acts.length - cables
  return `${[wires > 0 ? counted(wires, 'wire') : '', cables > 0 ? counted(cables, 'cable') : ''].filter(Boolean).join(' and ')}${tags.length > 0 ? `, ${tagList(tags)}` : ''}`
}

const plural = (acts: readonly Act[]) =>
  acts.every(({ wire }) => wire === null) ? 'Ready-made cables' : 'Signals and leads'

const wayNames = (plan: Plan, acts: readonly Act[]) =>
  acts.map(({ id }) => plan.raceways[id.slice('way:'.length) as RacewayId]?.name ?? id).join(', ')

/** What counts as done. */
export function doneWords(kind: GroupKind): string {
  switch (kind) {
    case 'take-out':
      return 'It is out, photographed, and every lead that stays is labelled and insulated.'
    case 'fuses':
      return 'Each rating read on the fuse itself; none stands out of its holder.'
    case 'setting':
      return 'Each is seen where it must stand, with the plan beside it.'
    case 'holes':
      return 'Each part test-fitted, rims deburred, no chip left in the box.'
    case 'mount':
      return 'Nothing rocks, nothing touches what it should not, plugs and fingers have room.'
    case 'covers':
      return 'No live metal can be touched with the covers on.'
    case 'earth':
    case 'mains':
    case 'rail':
    case 'signals':
    case 'moving':
      return 'Every end tugged, no strand outside, both ends labelled.'
    case 'ways':
    case 'outside-ways':
      return 'Nothing crossed, nothing pinched under a cover; ties snug and not biting.'
    case 'moving-ways':
      return 'Moved by hand from end to end three times: nothing pulls, rubs or twists.'
    case 'earth-check':
    case 'rail-check':
    case 'rails-apart':
    case 'poles':
    case 'bonds':
    case 'mains-leads':
    case 'insulation':
    case 'exits':
    case 'coils':
    case 'commons':
    case 'contacts':
    case 'pins':
    case 'sources':
    case 'loads':
    case 'outlets':
      return 'Every reading entered and within what is expected.'
    case 'inputs':
    case 'outputs':
    case 'motors':
      return 'Each did what it should, and nothing else did anything.'
    default:
      return 'It is as it says, and you looked.'
  }
}

/** Tools whose ends are things one takes in hand. */
const BOUGHT: ReadonlySet<ToolKind> = new Set(['ferrules', 'terminals', 'contacts'])

/** What lies ready: parts by their tags, leads by size and colour with their whole length, ends by kind. */
export function takesOf(plan: Plan, reckoning: Reckoning, acts: readonly Act[]): readonly string[] {
  const lengths = new Map<string, { mm: number; count: number }>()
  const makings = new Map<string, number>()
  for (const { wire, phase, device } of acts) {
    if (phase === 'mount' && device) continue
    const reckoned = wire === null ? undefined : reckoning.wires[wire]
    const own = wire === null ? undefined : plan.wires[wire as WireId]
    if (!reckoned || !own || own.cable !== null) continue
    const key = `${reckoned.size ?? 'no size yet'} ${colourName(own.colour ?? plan.practice.colours[own.function])}`
    const sum = lengths.get(key) ?? { mm: 0, count: 0 }
    lengths.set(key, { mm: sum.mm + reckoned.length_mm, count: sum.count + 1 })
    for (const end of [reckoned.from, reckoned.to])
      if (end && BOUGHT.has(end.tool)) makings.set(end.what, (makings.get(end.what) ?? 0) + 1)
  }
  const mounted = acts.filter(({ phase, device }) => phase === 'mount' && device !== null)
  return [
    ...(mounted.length > 0
      ? [
          tagList(
            mounted.map(({ device }) => plan.devices[device!]!.tag),
            30,
          ),
        ]
      : []),
    ...[...lengths].map(
      ([key, { mm, count }]) => `${key}: ${counted(count, 'piece')}, ${formatNumber(mm / 1000, 3)} m`,
    ),
    ...[...makings].map(([what, count]) => `${count} × ${what}`),
  ]
}
