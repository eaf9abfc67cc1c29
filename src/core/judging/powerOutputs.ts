import type { Part, TerminalId } from '@/core/plan'

/** What a part makes by its electronics and gives out with power: no signal, contact, fuse or winding, and no pole of a source. */
export function powerOutputs({ terminals, links, draws, behaviour }: Part): readonly TerminalId[] {
  if (draws.length === 0) return []
  const own = new Set([
    ...links.flatMap((link) => (link.kind === 'bar' ? link.terminals : [link.a, link.b])),
    ...('outputs' in behaviour ? behaviour.outputs.flatMap(({ plus, minus }) => [plus, minus]) : []),
  ])
  return (Object.keys(terminals) as TerminalId[]).filter(
    (id) => terminals[id]!.direction === 'out' && terminals[id]!.function === 'any' && !own.has(id),
  )
}
