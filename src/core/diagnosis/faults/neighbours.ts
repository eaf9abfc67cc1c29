import type { Part, TerminalId } from '@/core/plan'

const pairs = <T>(list: readonly T[]): readonly (readonly [T, T])[] =>
  list.slice(1).map((each, i) => [list[i]!, each] as const)

/**
 * Terminals that lie side by side: one beside the next in a connector, else in the row on its side of the body, else in the
 * order of its block. What is nowhere on the body is beside what was entered before it.
 */
export function neighbours(part: Part): readonly (readonly [TerminalId, TerminalId])[] {
  const ids = Object.keys(part.terminals) as TerminalId[]
  const inPlugs = part.connectors.flatMap(({ ways }) => pairs(ways.filter((way) => way !== null)))
  const plugged = new Set(part.connectors.flatMap(({ ways }) => ways))
  const rows = new Map<string, TerminalId[]>()
  for (const id of ids) {
    if (plugged.has(id)) continue
    const { place, block } = part.terminals[id]!
    const row = place ? `side ${place.side} ${Math.round(place.above_mm / 5)}` : `block ${block ?? ''}`
    rows.set(row, [...(rows.get(row) ?? []), id])
  }
  const inRows = [...rows.values()].flatMap((row) =>
    pairs(
      row
        .map((id, i) => ({ id, i }))
        .sort((x, y) => {
          const [a, b] = [part.terminals[x.id]!, part.terminals[y.id]!]
          return (
            (a.place?.along_mm ?? 0) - (b.place?.along_mm ?? 0) ||
            (a.position ?? x.i) - (b.position ?? y.i) ||
            x.i - y.i
          )
        })
        .map(({ id }) => id),
    ),
  )
  return [...inPlugs, ...inRows]
}
