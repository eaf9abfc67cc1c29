import type { Landing } from './landingOf'
import type { Plan } from './schema/plan'

/** As labels are compared: letters of one height, one kind of minus, no blanks and no quotes. */
export const asLabel = (text: string): string =>
  text
    .toUpperCase()
    .replace(/[−–—]/g, '-')
    .replace(/[\s"'“”_.:,/]+/g, '')

/** The names by which people call a terminal: its label, with its block, with its device, or its number in its block. */
export function namesOf(plan: Pick<Plan, 'devices' | 'parts'>, { device, terminal }: Landing): ReadonlySet<string> {
  const { tag, part } = plan.devices[device]!
  const { label, block, position } = plan.parts[part]!.terminals[terminal]!
  const own = [label, terminal, ...(block ? [`${block} ${label}`] : [])]
  const numbered = position === null ? [] : [`${block ?? ''} ${position}`, `pin ${position}`, `way ${position}`]
  return new Set([...own, ...numbered].flatMap((name) => [name, `${tag} ${name}`]).map(asLabel))
}
