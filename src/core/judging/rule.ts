import type { CableId, Command, DeviceId, RacewayId, TerminalId, WireId } from '@/core/plan'
import type { Scenario } from '@/core/figures'
import type { SourceRef } from '@/core/reference'
import type { Context, JoinedContext, LaidContext } from './context'

/**
 * How grave a finding is.
 * - stop: it may burn, shock, run away or destroy something, or it certainly does not work.
 * - caution: trouble is likely, or it is against a usual rule.
 * - note: worth knowing, and no more.
 */
export type Severity = 'stop' | 'caution' | 'note'

/** Where a person goes to mend it. */
export type Stage = 'brief' | 'feed' | 'guard' | 'layout' | 'connect' | 'route' | 'terminate' | 'build'

export type Subject =
  | { readonly kind: 'device'; readonly id: DeviceId }
  | { readonly kind: 'wire'; readonly id: WireId }
  | { readonly kind: 'cable'; readonly id: CableId }
  | { readonly kind: 'raceway'; readonly id: RacewayId }
  | { readonly kind: 'terminal'; readonly device: DeviceId; readonly terminal: TerminalId }
  | { readonly kind: 'plan' }

/** An edit that mends it. */
export interface Fix {
  readonly label: string
  readonly commands: readonly Command[]
}

/** What happens, in figures of the model beside their limit; and the scenario that plays it, where there is one. */
export interface Harm {
  readonly words: string
  readonly scenario: Scenario | null
}

/** One thing wrong, in words. */
export interface Wording {
  readonly subjects: readonly Subject[]
  readonly what: string
  readonly why: string
  /** Where the rule's own severity is not the right one for this case. */
  readonly severity?: Severity
  readonly fixes?: readonly Fix[]
  /** The harm, solved: what flows then, and a situation in which it can be looked at. */
  readonly harm?: Harm
  /** What several findings of the rule have in common where they are one thing: a cable, a fuse, a reason. */
  readonly alike?: string
}

/** A wording with what tells it from others of its rule about the same subjects. */
export interface Worded extends Wording {
  readonly key: string
  /** What was found, as data: ids, figures, codes. */
  readonly facts: unknown
}

/** How much of a plan a check reads: what joins what, what lies where, the circuit with its figures, places too, or colours and notes as well. */
export type Reads = 'joining' | 'laying' | 'circuit' | 'layout' | 'plan'

/** A check. It reads, never writes, and returns all it finds. */
export interface Rule {
  /** What it is shown; its findings are remembered while that stays the same. */
  readonly reads: Reads
  readonly severity: Severity
  readonly title: string
  readonly stage: Stage
  readonly source: SourceRef
  review(context: Context): readonly Worded[]
}

/** A check that reads what joins what alone: it is asked again only where that changed. */
export interface JoiningRule extends Rule {
  readonly reads: 'joining'
  review(context: JoinedContext): readonly Worded[]
}

/** A check that reads where things and leads lie, and no figure of the circuit. */
export interface LayingRule extends Rule {
  readonly reads: 'laying'
  review(context: LaidContext): readonly Worded[]
}

/** A rule as it is written: one function finds facts in what it is shown, the other words them. */
type Written<Facts, C> = Omit<Rule, 'review' | 'reads'> & {
  find(context: C): readonly Facts[]
  word(facts: Facts, context: C): Wording
}

const made = <Facts, C, R extends Reads>(
  { severity, title, stage, source, find, word }: Written<Facts, C>,
  reads: R,
) => ({
  reads,
  severity,
  title,
  stage,
  source,
  review: (context: C): readonly Worded[] =>
    find(context).map((facts) => ({ ...word(facts, context), key: keyOf(facts), facts })),
})

/** What it reads may be left out: places where it speaks about the layout, else the circuit alone. */
export const defineRule = <Facts>(rule: Written<Facts, Context> & { readonly reads?: Reads }): Rule =>
  made(rule, rule.reads ?? (rule.stage === 'layout' || rule.stage === 'route' ? 'layout' : 'circuit'))

/** As `defineRule`, of what reads neither loads, fuses, sizes, places nor states. */
export const defineJoiningRule = <Facts>(rule: Written<Facts, JoinedContext>): JoiningRule => made(rule, 'joining')

/** As `defineRule`, of what reads where things and leads lie and how they are joined, and no figure of the circuit. */
export const defineLayingRule = <Facts>(rule: Written<Facts, LaidContext>): LayingRule => made(rule, 'laying')

/** The least change that mends a finding and breaks nothing, as what was done wrong. */
export interface Cause {
  readonly words: string
  /** Where the like of it would mend as much. */
  readonly elsewhere: readonly string[]
}

export interface Finding {
  /** Stable while the same thing is wrong with the same subjects. */
  readonly id: string
  readonly rule: string
  readonly severity: Severity
  readonly title: string
  readonly stage: Stage
  readonly subjects: readonly Subject[]
  readonly what: string
  readonly why: string
  readonly source: string
  /** The law that is broken, as it is called; null where a document or a good habit asks for it. */
  readonly law: string | null
  readonly fixes: readonly Fix[]
  /** What the words were made from: ids, figures and codes, as the rule found them. */
  readonly facts: unknown
  readonly harm: Harm | null
  readonly alike: string | null
  /** How many it stands for. */
  readonly count: number
  /** Every finding of a rule that is told in it, itself included: alike ones, and what follows. */
  readonly members: readonly string[]
  /** What was done wrong, where a change was found that mends all that is told here; null before one was looked for, or where none was. */
  readonly cause: Cause | null
  /** What follows from it, told in it. */
  readonly followers: readonly { readonly id: string; readonly what: string; readonly subjects: readonly Subject[] }[]
}

/** What facts name, whatever the order of their keys: ids, labels and kinds, but no figures, which change with the plan. */
function keyOf(facts: unknown): string {
  const names = new Set<string>()
  const gather = (value: unknown, depth: number): void => {
    // Words with figures in them change with the plan; ids and codes hold no space.
    if (typeof value === 'string') {
      if (!value.includes(' ')) names.add(value)
    } else if (typeof value === 'object' && value !== null && depth < 4)
      for (const inner of Object.values(value)) gather(inner, depth + 1)
  }
  gather(facts, 0)
  return [...names].sort().join(' ')
}
