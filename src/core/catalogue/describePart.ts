import { wordsOfKind, PART_KINDS, type Part } from '@/core/plan'
import { formatNumber } from '@/core/quantity'

/** All that a part may be looked for by. */
export const partWords = (part: Part): string =>
  `${part.name} ${part.behaviour.kind.replaceAll('-', ' ')} ${PART_KINDS[part.behaviour.kind].tag} ${wordsOfKind(part.behaviour.kind).also ?? ''}`

/** "24 V · 14.6 A · 9 terminals · 215 × 115 × 30 mm": what a person compares parts by. */
export function partFacts(part: Part): readonly string[] {
  const { behaviour, draws, links, terminals } = part
  const facts: string[] = []
  if ('outputs' in behaviour)
    for (const { voltage_V, current_A } of behaviour.outputs)
      facts.push(`${formatNumber(voltage_V)} V, ${formatNumber(current_A)} A`)
  if (behaviour.kind === 'motor') facts.push(`${formatNumber(behaviour.phase_A)} A a phase`)
  for (const { nominal_V, power_W, current_A } of draws.slice(0, 2)) {
    const takes =
      power_W !== null ? `${formatNumber(power_W)} W` : current_A !== null ? `${formatNumber(current_A)} A` : null
    facts.push(takes === null ? `${formatNumber(nominal_V)} V` : `${formatNumber(nominal_V)} V, ${takes}`)
  }
  const contact = links.find((link) => link.kind === 'contact' || link.kind === 'semiconductor')
  if (contact && 'rated_A' in contact && contact.rated_A !== null)
    facts.push(`switches ${formatNumber(contact.rated_A)} A`)
  const count = Object.keys(terminals).length
  if (count > 0) facts.push(`${count} ${count === 1 ? 'terminal' : 'terminals'}`)
  const { width_mm, height_mm, depth_mm } = part.body
  facts.push(`${[width_mm, height_mm, depth_mm].map((mm) => formatNumber(mm)).join(' × ')} mm`)
  return facts
}
