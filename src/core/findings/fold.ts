import type { Command, Plan } from '@/core/plan'
import type { Finding, Fix, Subject } from './types'

/** From so many on, findings of one cause are one line. */
const FEWEST = 3
/** As many as are named; the rest are counted. */
const NAMED = 8

/**
 * Findings of one rule and weight that say they have one cause, as one with a count: thirty cores of one cable, every end
 * that a house rule spoils, all wires behind one fuse.
 */
export function foldAlike(plan: Plan, findings: readonly Finding[]): Finding[] {
  const groups = new Map<string, Finding[]>()
  for (const finding of findings) {
    const key = finding.alike === null ? finding.id : `${finding.rule} ${finding.severity} ${finding.alike}`
    groups.set(key, [...(groups.get(key) ?? []), finding])
  }
  return [...groups].flatMap(([key, group]) => (group.length < FEWEST ? group : [foldGroup(plan, key, group)]))
}

function foldGroup(plan: Plan, key: string, group: readonly Finding[]): Finding {
  // The same first one, whatever the order in which things were entered.
  const sorted = [...group].sort((a, b) => (a.id < b.id ? -1 : 1))
  const [first, ...others] = sorted as [Finding, ...Finding[]]
  const named = others.slice(0, NAMED).map((each) => nameOf(plan, each))
  return {
    ...first,
    id: key,
    subjects: distinct(sorted.flatMap(({ subjects }) => subjects)),
    what: `${first.what}; and ${others.length} more alike: ${named.join(', ')}${others.length > NAMED ? ' …' : ''}`,
    fixes: commonFixes(sorted),
    facts: sorted.map(({ facts }) => facts),
    count: group.reduce((sum, { count }) => sum + count, 0),
  }
}

/** What a finding is about, as short as it can be said: the label of a wire, a tag, a tag with its terminal. */
function nameOf(plan: Plan, { subjects, what }: Finding): string {
  const [subject] = subjects
  switch (subject?.kind) {
    case 'wire':
      return plan.wires[subject.id]?.label || subject.id
    case 'device':
      return plan.devices[subject.id]?.tag ?? subject.id
    case 'terminal': {
      const device = plan.devices[subject.device]
      const terminal = device && plan.parts[device.part]?.terminals[subject.terminal]
      return device && terminal
        ? `${device.tag} ${terminal.block ? `${terminal.block} ` : ''}${terminal.label}`
        : subject.terminal
    }
    default:
      return what
  }
}

function distinct(subjects: readonly Subject[]): readonly Subject[] {
  return [...new Map(subjects.map((subject) => [JSON.stringify(subject), subject])).values()]
}

/** One fix for all, where each has its own first one; a command that several share is given once. */
function commonFixes(findings: readonly Finding[]): readonly Fix[] {
  const firsts = findings.flatMap(({ fixes }) => fixes.slice(0, 1))
  if (firsts.length < findings.length) return []
  const commands = new Map<string, Command>()
  for (const command of firsts.flatMap((fix) => fix.commands)) commands.set(JSON.stringify(command), command)
  const [first] = firsts as [Fix]
  return commands.size === first.commands.length
    ? [first]
    : [{ label: `${first.label}, and so the other ${findings.length - 1}`, commands: [...commands.values()] }]
}
