import Papa from 'papaparse'
import {
  PART_KINDS,
  landingOf,
  workedContact,
  type DeviceId,
  type Plan,
  type TerminalId,
  type WorkedContact,
} from '@/core/plan'

/** A pin of a board that its program must know. */
export interface MappedPin {
  readonly board: string
  /** With its block: "E1 sig". */
  readonly pin: string
  readonly way: 'in' | 'out'
  /** "S1, End stop X": what hangs on it, by tag. */
  readonly joins: string
  /** What the contact that is read does when it is worked; null where there is none, or nobody said. */
  readonly worked: WorkedContact | null
  readonly level_V: number | null
}

/** The pins of every board that something hangs on, in or out as the wiring has it; grounds and feeds are none. */
export function pinMap(plan: Plan): readonly MappedPin[] {
  const others = new Map<string, Set<DeviceId>>()
  for (const wire of Object.values(plan.wires)) {
    if (wire!.origin === 'remove') continue
    const [a, b] = [landingOf(plan, wire!.from), landingOf(plan, wire!.to)]
    if (!a || !b) continue
    for (const [own, other] of [
      [a, b],
      [b, a],
    ] as const) {
      const key = `${own.device}|${own.terminal}`
      others.set(key, (others.get(key) ?? new Set()).add(other.device))
    }
  }
  const boards = (Object.keys(plan.devices) as DeviceId[])
    .filter((id) => PART_KINDS[plan.parts[plan.devices[id]!.part]!.behaviour.kind].hasPinMap)
    .sort((a, b) => plan.devices[a]!.tag.localeCompare(plan.devices[b]!.tag, 'en', { numeric: true }))
  return boards.flatMap((id) => {
    const { terminals } = plan.parts[plan.devices[id]!.part]!
    return (Object.keys(terminals) as TerminalId[]).flatMap((key): MappedPin[] => {
      const { function: fn, level_V, direction, block, label } = terminals[key]!
      const joined = [...(others.get(`${id}|${key}`) ?? [])].filter((other) => other !== id)
      if ((fn !== 'signal' && fn !== 'data') || level_V === 0 || joined.length === 0) return []
      const isRead = joined.some((other) => PART_KINDS[plan.parts[plan.devices[other]!.part]!.behaviour.kind].isRead)
      return [
        {
          board: plan.devices[id]!.tag,
          pin: block ? `${block} ${label}` : label,
          way: direction === 'in' || direction === 'out' ? direction : isRead ? 'in' : 'out',
          joins: joined
            .map((other) => plan.devices[other]!)
            .sort((a, b) => a.tag.localeCompare(b.tag, 'en', { numeric: true }))
            .map(({ tag, name }) => `${tag}, ${name}`)
            .join('; '),
          worked: joined.map((other) => workedContact(plan, other)).find((each) => each !== null) ?? null,
          level_V,
        },
      ]
    })
  })
}

/** For a spreadsheet, RFC 4180. */
export const pinMapCsv = (plan: Plan): string =>
  `${Papa.unparse(
    [
      ['board', 'pin', 'way', 'joins', 'level_V', 'worked'],
      ...pinMap(plan).map(({ board, pin, way, joins, level_V, worked }) => [
        board,
        pin,
        way,
        joins,
        level_V ?? '',
        worked ?? '',
      ]),
    ],
    { newline: '\r\n', escapeFormulae: true },
  )}\r\n`

/** For a program's own settings: a line a pin, `A1.E1 sig: in # S1, End stop`. */
export const pinMapText = (plan: Plan): string =>
  pinMap(plan)
    .map(({ board, pin, way, joins, worked }) => `${board}.${pin}: ${way} # ${joins}${worked ? ` (${worked})` : ''}\n`)
    .join('')
