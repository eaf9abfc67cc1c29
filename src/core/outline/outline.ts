import type { Part, TerminalId } from '@/core/plan'

export interface Spot {
  /** A terminal by itself, or a connector with its ways. */
  readonly key: string
  readonly label: string
  readonly terminals: readonly TerminalId[]
  readonly isConnector: boolean
  readonly side: 'top' | 'right' | 'bottom' | 'left'
  /** Along its side, from its upper or left end. */
  readonly along_mm: number
}

const SIDES = ['top', 'bottom', 'left', 'right'] as const

/**
 * Where terminals and connectors are on a part's outline: where the part says so, and otherwise spread along its edges, what
 * feeds it above and what it gives below, a crowded edge giving its rest to the sides.
 */
export function spotsOf(part: Part, wireable: readonly TerminalId[]): readonly Spot[] {
  const inConnector = new Map<TerminalId, string>()
  for (const { id, ways } of part.connectors) for (const way of ways) if (way !== null) inConnector.set(way, id)
  const groups: { key: string; label: string; terminals: TerminalId[]; isConnector: boolean }[] = []
  for (const terminal of wireable) {
    const connector = part.connectors.find(({ id }) => id === inConnector.get(terminal))
    if (!connector) {
      const { block, label } = part.terminals[terminal]!
      groups.push({
        key: terminal,
        label: block ? `${block} ${label}` : label,
        terminals: [terminal],
        isConnector: false,
      })
      continue
    }
    const own = groups.find(({ key }) => key === `connector ${connector.id}`)
    if (own) own.terminals.push(terminal)
    else
      groups.push({ key: `connector ${connector.id}`, label: connector.name, terminals: [terminal], isConnector: true })
  }
  const { width_mm, height_mm } = part.body
  const lengthOf = (side: Spot['side']) => (side === 'top' || side === 'bottom' ? width_mm : height_mm)
  const placed: Spot[] = []
  const loose: (typeof groups)[number][] = []
  for (const group of groups) {
    const place = part.terminals[group.terminals[0]!]!.place
    if (place && place.side !== 'front' && place.side !== 'back')
      placed.push({ ...group, side: place.side, along_mm: Math.min(Math.max(place.along_mm, 0), lengthOf(place.side)) })
    else loose.push(group)
  }
  const wanted = (group: (typeof groups)[number]): Spot['side'] => (isFed(part, group.terminals[0]!) ? 'top' : 'bottom')
  const per = Math.ceil(loose.length / 4)
  const onSide: Record<Spot['side'], (typeof groups)[number][]> = { top: [], right: [], bottom: [], left: [] }
  for (const group of loose) {
    const first = wanted(group)
    // A short row stays on its edge; a long one goes on round the corner.
    const most = Math.max(per, loose.length <= 12 ? loose.length : 0)
    const side = [first, ...SIDES].find((each) => onSide[each].length < most) ?? first
    onSide[side].push(group)
  }
  const spread = SIDES.flatMap((side) =>
    onSide[side].map((group, i): Spot => ({
      ...group,
      side,
      along_mm: (lengthOf(side) * (i + 0.5)) / onSide[side].length,
    })),
  )
  return [...placed, ...spread]
}

function isFed(part: Part, terminal: TerminalId): boolean {
  const { function: fn, direction, label } = part.terminals[terminal]!
  return (
    direction === 'in' ||
    (direction === null && ['L', 'N', 'PE', 'FE', 'V+', 'control+', 'control-'].includes(fn)) ||
    (fn === 'any' && Number(label) % 2 === 1)
  )
}

/** Places for labels along a line, each near where it wants to be and none nearer to the next than its room. */
export function withoutCollision(wanted: readonly number[], room: number, from: number, to: number): readonly number[] {
  const order = wanted.map((at, i) => ({ at, i })).sort((a, b) => a.at - b.at)
  const step = Math.min(room, wanted.length > 1 ? (to - from) / (wanted.length - 1) : room)
  const placed = order.map(({ at }) => at)
  for (let i = 0; i < placed.length; i += 1) placed[i] = Math.max(placed[i]!, i === 0 ? from : placed[i - 1]! + step)
  for (let i = placed.length - 1; i >= 0; i -= 1)
    placed[i] = Math.min(placed[i]!, i === placed.length - 1 ? to : placed[i + 1]! - step)
  const result = Array<number>(wanted.length).fill(0)
  order.forEach(({ i }, k) => (result[i] = placed[k]!))
  return result
}
