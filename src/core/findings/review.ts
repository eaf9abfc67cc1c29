import { circuitView, layoutView, whatComesLater, type Plan, type View } from '@/core/plan'
import { presentOf, settlePlan } from '@/core/figures'
import { LAWS } from '@/core/laws'
import { cite } from '@/core/reference'
import {
  Context,
  joinedOf,
  laidOf,
  type Finding,
  type JoiningRule,
  type LayingRule,
  type Reads,
  type Rule,
  type Severity,
  type Subject,
  type Worded,
} from '@/core/judging'
import { foldConsequences } from './consequences'
import { foldAlike } from './fold'
import { lawOf, RULES, type RuleId } from './registry'

const ORDER: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 }

const VIEWS: Readonly<Record<Exclude<Reads, 'joining' | 'laying'>, View>> = {
  circuit: circuitView,
  layout: layoutView,
  plan: (plan) => plan,
}

const READING: readonly Reads[] = ['joining', 'circuit', 'layout', 'laying', 'plan']

const known = new WeakMap<object, Map<RuleId, readonly Finding[]>>()

/** Runs every rule over what it reads of a plan, where that has changed: each finding by itself. What comes later is left out. */
export function findAll(plan: Plan): readonly Finding[] {
  return findWhole(presentOf(plan)?.plan ?? plan)
}

/** As {@link findAll}, by one rule. */
export function findBy(plan: Plan, id: RuleId): readonly Finding[] {
  const present = presentOf(plan)?.plan ?? plan
  return foundBy(present, id, new Map())
}

/** As {@link findAll}, by the rules that ask what joins what and what flows: nothing of where things lie. */
export function findElectrical(plan: Plan): readonly Finding[] {
  const present = presentOf(plan)?.plan ?? plan
  const contexts = new Map<Plan, Context>()
  return ELECTRICAL.flatMap((id) => foundBy(present, id, contexts))
}

/** As {@link findAll}, rule by rule, so that who seeks one thing can leave off: those named first, then the quicker ones. */
export function* findEach(plan: Plan, first: Iterable<RuleId> = []): Generator<readonly Finding[], void> {
  const present = presentOf(plan)?.plan ?? plan
  const contexts = new Map<Plan, Context>()
  for (const id of new Set([...first, ...QUICKEST])) yield foundBy(present, id, contexts)
}

/** What reads the least is asked the soonest. */
const QUICKEST = (Object.keys(RULES) as RuleId[]).sort(
  (a, b) => READING.indexOf(RULES[a].reads) - READING.indexOf(RULES[b].reads),
)

const ELECTRICAL = (Object.keys(RULES) as RuleId[]).filter((id) => ['joining', 'circuit'].includes(RULES[id].reads))

function findWhole(plan: Plan): readonly Finding[] {
  const contexts = new Map<Plan, Context>()
  return (Object.keys(RULES) as RuleId[]).flatMap((id) => foundBy(plan, id, contexts))
}

function foundBy(plan: Plan, id: RuleId, contexts: Map<Plan, Context>): readonly Finding[] {
  const rule: Rule | JoiningRule | LayingRule = RULES[id]
  const { read, ask } = asked(plan, id, rule, contexts)
  let own = known.get(read)
  if (!own) known.set(read, (own = new Map()))
  let found = own.get(id)
  if (!found) own.set(id, (found = ask()))
  return found
}

/** What a rule reads of a plan, by which its findings are remembered, and how it is asked. */
function asked(
  plan: Plan,
  id: RuleId,
  rule: Rule | JoiningRule | LayingRule,
  contexts: Map<Plan, Context>,
): { readonly read: object; ask(): readonly Finding[] } {
  if (isJoining(rule)) {
    const joined = joinedOf(plan)
    return { read: joined, ask: () => idsFor(id, rule, rule.review(joined)) }
  }
  if (isLaying(rule)) {
    const laid = laidOf(plan)
    return { read: laid, ask: () => idsFor(id, rule, rule.review(laid)) }
  }
  const view = VIEWS[rule.reads as keyof typeof VIEWS](plan)
  return {
    // The circuit's figures follow from how leads are laid as well: they stand for both.
    read: rule.reads === 'circuit' ? settlePlan(plan) : view,
    ask() {
      let context = contexts.get(view)
      if (!context) contexts.set(view, (context = new Context(view, plan)))
      return applyRule(id, rule, context)
    },
  }
}

/** What a person is told: what is alike in one line, what follows from something else told with it; stops first. */
export function review(plan: Plan): readonly Finding[] {
  const present = presentOf(plan)
  if (!present) return told(plan)
  const now = told(present.plan)
  return [...now, ...onceItComes(plan, now)]
}

function told(plan: Plan): readonly Finding[] {
  return foldConsequences(plan, bySeverity(foldAlike(plan, findWhole(plan))))
}

/** What a person is told before what follows from something else is told with it. */
export const reviewEach = (plan: Plan): readonly Finding[] => foldAlike(plan, findAll(plan))

/** What the whole brings that is not so now: told beforehand, and no stop before its time. */
function onceItComes(plan: Plan, now: readonly Finding[]): readonly Finding[] {
  const known = new Set(now.map(({ id }) => id))
  const tags = [...whatComesLater(plan).devices].map((id) => plan.devices[id]!.tag).sort()
  const start = `Once ${tags.join(', ')} ${tags.length === 1 ? 'is' : 'are'} there: `
  return told(plan).flatMap((finding): Finding[] =>
    finding.severity === 'note' || known.has(finding.id)
      ? []
      : [{ ...finding, id: `later ${finding.id}`, severity: 'note', what: `${start}${finding.what}` }],
  )
}

/** Stops first; otherwise as they come. */
export const bySeverity = (findings: readonly Finding[]): readonly Finding[] =>
  findings.toSorted((a, b) => ORDER[a.severity] - ORDER[b.severity])

/** The findings of one rule, each with an id of its own that does not depend on the order in which things were entered. */
export const applyRule = (id: RuleId, rule: Rule, context: Context): Finding[] => idsFor(id, rule, rule.review(context))

const isJoining = (rule: Rule | JoiningRule | LayingRule): rule is JoiningRule => rule.reads === 'joining'
const isLaying = (rule: Rule | JoiningRule | LayingRule): rule is LayingRule => rule.reads === 'laying'

function idsFor(id: RuleId, rule: Rule, all: readonly Worded[]): Finding[] {
  const law = lawOf(id)
  const worded = all.map((wording) => ({ wording, base: baseId(id, wording) }))
  const wordings = new Map<string, string[]>()
  for (const { base, wording } of worded) wordings.set(base, [...(wordings.get(base) ?? []), wording.what].sort())
  const taken = new Map<string, number>()
  return worded.map(({ wording: { subjects, what, why, severity, fixes, facts, harm, alike }, base }) => {
    // Two that name the same things are told apart by their words, in the order of the alphabet.
    const words = wordings.get(base)!
    const place = words.indexOf(what) + (taken.get(`${base}\n${what}`) ?? 0)
    taken.set(`${base}\n${what}`, (taken.get(`${base}\n${what}`) ?? 0) + 1)
    const own = place === 0 ? base : `${base} #${place + 1}`
    return {
      id: own,
      rule: id,
      severity: severity ?? rule.severity,
      title: rule.title,
      stage: rule.stage,
      subjects,
      what,
      why,
      source: cite(rule.source),
      law: law && LAWS[law].words,
      fixes: fixes ?? [],
      facts,
      harm: harm ?? null,
      alike: alike ?? null,
      count: 1,
      members: [own],
      cause: null,
      followers: [],
    }
  })
}

function baseId(id: RuleId, { subjects, key }: Worded): string {
  const about = subjects.map(subjectKey).sort()
  const rest = key
    .split(' ')
    .filter((word) => word !== '' && !about.some((subject) => subject.split('|').includes(word)))
  return [id, ...about, ...rest].join(' ')
}

function subjectKey(subject: Subject): string {
  switch (subject.kind) {
    case 'plan':
      return 'plan'
    case 'terminal':
      return `${subject.device}|${subject.terminal}`
    default:
      return subject.id
  }
}
