import type { Command, Plan } from '@/core/plan'
import { fitting, shortened } from './clip'
import type { Finding, Fix, Subject } from '@/core/judging'

/** From so many on, findings of one cause are one line. */
const FEWEST = 2
/** Findings of one rule that name no common cause are one line from so many on: a screen holds them all, and each is named. */
const MANY = 7
/** As many as are named; the rest are counted. */
const NAMED = 8
/** And in so many letters. */
const LETTERS = 120

/**
 * Findings of one rule and weight that say they have one cause, as one with a count: thirty cores of one cable, every end
 * that a house rule spoils, all wires behind one fuse.
 */
export function foldAlike(plan: Plan, findings: readonly Finding[]): Finding[] {
  const byCause = foldBy(plan, findings, FEWEST, (finding) => causeOf(plan, finding))
  return foldBy(plan, byCause, MANY, ({ rule, severity }) => `${rule} ${severity}`)
}

function foldBy(
  plan: Plan,
  findings: readonly Finding[],
  fewest: number,
  keyOf: (finding: Finding) => string,
): Finding[] {
  const groups = new Map<string, Finding[]>()
  for (const finding of findings) {
    const key = keyOf(finding)
    const group = groups.get(key)
    if (group) group.push(finding)
    else groups.set(key, [finding])
  }
  return [...groups].flatMap(([key, group]) => (group.length < fewest ? group : [foldGroup(plan, key, group)]))
}

/** What a rule says is the common cause, and else the one cable whose cores it speaks of. */
function causeOf(plan: Plan, { id, rule, severity, alike, subjects }: Finding): string {
  if (alike !== null) return `${rule} ${severity} ${alike}`
  const cables = new Set(
    subjects.flatMap((subject) =>
      subject.kind === 'wire' ? [plan.wires[subject.id]?.cable ?? null] : subject.kind === 'cable' ? [subject.id] : [],
    ),
  )
  const [cable] = cables
  return cables.size === 1 && cable ? `${rule} ${severity} ${cable}` : id
}

function foldGroup(plan: Plan, key: string, group: readonly Finding[]): Finding {
  // The same first one, whatever the order in which things were entered.
  const sorted = [...group].sort((a, b) => (a.id < b.id ? -1 : 1))
  const [first, ...others] = sorted as [Finding, ...Finding[]]
  const names = [...new Set(others.map((each) => nameOf(plan, each)))]
  const named = fitting(names.map((name) => shortened(name, LETTERS / 2)).slice(0, NAMED), LETTERS)
  return {
    ...first,
    id: key,
    subjects: distinct(sorted.flatMap(({ subjects }) => subjects)),
    what: `${first.what}; and ${others.length === 1 ? 'one' : others.length} more alike: ${named.join(', ')}${names.length > named.length ? ' …' : ''}`,
    fixes: commonFixes(sorted),
    facts: sorted.map(({ facts }) => facts),
    count: group.reduce((sum, { count }) => sum + count, 0),
    members: group.flatMap(({ members }) => members),
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
    case 'cable':
      return plan.cables[subject.id]?.name ?? subject.id
    case 'raceway':
      return plan.raceways[subject.id]?.name ?? subject.id
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
    : [{ label: `${first.label}, and what suits the other ${findings.length - 1}`, commands: [...commands.values()] }]
}
