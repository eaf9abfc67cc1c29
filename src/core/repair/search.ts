import { bySeverity, lawOf, reviewEach, withConsequences, type Finding, type Fix, type RuleId } from '@/core/findings'
import type { Plan } from '@/core/plan'
import { candidatesNear, fewNear, fromItsLike, joined } from './candidates'
import type { Change } from './change'
import { liftings } from './lifted'
import { isOpenRule, nearBy, type Near } from './near'
import { pressed } from './pressed'
import { serves } from './serves'
import { changed, foundIn, goneBy, mendedBy, stays, type Found } from './trial'

/** As many changes about one finding are tried by its own rule. */
const MOST_BY_RULE = 40
/** And as many of those that mend it by all rules. */
const MOST_BY_ALL = 12
/** As many trials by all rules for a plan: a number and not a time, so that every machine says the same. */
const MOST_TRIALS = 80
/** As many places are named where one change mends as much as another. */
const MOST_PLACES = 3

/** So much rarer changes are tried as well, where one mends the only thing that is told. */
const ALONE = 0.5

/** What is rarer by more than this is not named beside what mends as much. */
const MUCH_RARER = 0.5

const WORTH = { stop: 10, caution: 1, note: 0 } as const

/** A change that brings no stop, and the findings that are gone with it. */
interface Remedy {
  readonly change: Change
  readonly target: Finding
  readonly mends: readonly Finding[]
  /** All that is gone with it, each by itself. */
  readonly gone: ReadonlySet<string>
  /** Cautions that come with it: it says where the cause is, and is not offered. */
  readonly cautions: number
  /** One of the finding's own, as its rule offers it. */
  readonly isOwn: boolean
}

/**
 * Looks for the cause of each stop: the least change near it that mends the most and makes nothing worse, tried on the plan
 * by all rules. What else it mends follows from the same cause and is told with it. Fixes that rules offer are tried as well,
 * and those that mend nothing or bring something new are not offered. Where no change mends a finding, it stands as it is.
 * One step is one trial, so that it can be left at any time.
 */
export function* causeSteps(plan: Plan, told: readonly Finding[]): Generator<void, readonly Finding[]> {
  const search = new Search(plan, told)
  for (const target of told) if (search.isTold(target)) yield* search.lookAt(target)
  return search.told()
}

/** {@link causeSteps} to its end. */
export function withCauses(plan: Plan, told: readonly Finding[]): readonly Finding[] {
  const steps = causeSteps(plan, told)
  let step = steps.next()
  while (!step.done) step = steps.next()
  return step.value
}

class Search {
  private readonly found: Found
  /** All that is told, without what follows from it. */
  private readonly apart: ReadonlyMap<string, Finding>
  private readonly nearOf: (finding: Finding) => Near
  private readonly remedies: Remedy[] = []
  /** Findings whose own fixes were all tried. */
  private readonly tried = new Set<Finding>()
  private readonly spoilt = new Set<RuleId>()
  private trials = 0

  constructor(
    private readonly plan: Plan,
    private readonly all: readonly Finding[],
  ) {
    this.found = foundIn(plan)
    this.apart = new Map(reviewEach(plan).map((each) => [each.id, each]))
    this.nearOf = nearBy(plan, all)
  }

  /** Stops and cautions of rules; what is found by other means is no other's cause. */
  isTold({ severity, members }: Finding): boolean {
    return severity !== 'note' && members.some((member) => this.found.has(member))
  }

  *lookAt(target: Finding): Generator<void, void> {
    for (const fix of target.fixes) {
      if (this.trials >= MOST_TRIALS) return
      this.tryOut(pressed(null, fix.label, fix.commands, 0.5), target, true)
      yield
    }
    this.tried.add(target)
    const before = this.remedies.length
    // What follows from something that was found already needs no search of its own.
    if (this.isExplained(target)) return
    const isSought = target.severity === 'stop' || this.areCrossed(target)
    yield* this.search(target, isSought ? candidatesNear : fewNear)
    if (isOpenRule(target.rule) && this.remedies.length === before) this.supposeJoined(target)
    if (isSought && !this.isExplained(target)) yield* this.supposeLifted(target)
  }

  /** Whether one change mends it with something else, and with all that was told with it. */
  private isExplained(target: Finding): boolean {
    return this.remedies.some(
      ({ mends, gone }) => mends.length > 1 && mends.includes(target) && this.leftOf(target, gone).length === 0,
    )
  }

  /** Cautions that come in twos and tell that something is where another thing belongs: one exchange is behind both. */
  private areCrossed(target: Finding): boolean {
    const law = lawOf(target.rule)
    if (law !== 'known' && law !== 'told' && target.rule !== 'function-contradicts-net') return false
    return this.all.some((each) => each !== target && each.rule === target.rule && this.isTold(each))
  }

  private *search(target: Finding, look: typeof candidatesNear): Generator<void, void> {
    let [byRule, byAll] = [0, 0]
    for (const change of look(this.nearOf(target))) {
      if (this.isEnough(target, change.rank)) return
      if (byRule >= MOST_BY_RULE || byAll >= MOST_BY_ALL || this.trials >= MOST_TRIALS) return
      const after = changed(this.plan, change)
      if (!after) continue
      byRule += 1
      const isMended = !stays(after, target)
      yield
      if (!isMended) continue
      byAll += 1
      this.tryOut(change, target, false, after)
      yield
    }
  }

  /** What mends all that is told needs no rarer rival; of one finding alone a little rarer ones are named as well. */
  private isEnough(target: Finding, rank: number): boolean {
    const told = this.all.filter((each) => this.isTold(each))
    const more = told.length > 1 ? 0 : ALONE
    return this.remedies.some(
      ({ target: own, mends, cautions, change }) =>
        own === target &&
        change.fix !== null &&
        cautions === 0 &&
        change.rank + more < rank &&
        told.every((each) => mends.includes(each)),
    )
  }

  private tryOut(change: Change, target: Finding, isOwn: boolean, known?: Plan): void {
    const after = known ?? changed(this.plan, change)
    if (!after) return
    this.trials += 1
    const mended = mendedBy({ plan: this.plan, found: this.found }, after, this.spoilt)
    if (!mended) return
    const mends = this.allOf(mended.gone, target, isOwn)
    if (!isOwn && !serves(after, target)) return
    if (mends.includes(target) && mended.gone.size >= change.evidence)
      this.remedies.push({ change, target, mends, gone: mended.gone, isOwn, cautions: mended.cautions })
  }

  /** Of what is open: what would be gone with it if it were joined, whatever else that brings. None of it is a cause by itself. */
  private supposeJoined(target: Finding): void {
    const near = this.nearOf(target)
    let most: Pick<Remedy, 'mends' | 'gone'> = { mends: [], gone: new Set() }
    for (const { suppose } of [...joined(near), ...fromItsLike(near)]) {
      const after = this.trials < MOST_TRIALS ? suppose(this.plan) : null
      if (!after) continue
      this.trials += 1
      const gone = goneBy(this.found, after)
      const mends = this.allOf(gone, target)
      if (mends.includes(target) && mends.length > most.mends.length) most = { mends, gone }
    }
    const change: Change = { words: null, fix: null, suppose: (plan) => plan, rank: 3, evidence: 1 }
    if (most.mends.length > 1) this.remedies.push({ change, target, ...most, isOwn: false, cautions: 0 })
  }

  /** What hangs on one lead, whichever way it is to be mended. */
  private *supposeLifted(target: Finding): Generator<void, void> {
    if (this.all.filter((each) => this.isTold(each)).length < 2) return
    for (const lifted of liftings(this.plan, this.found, target, this.nearOf(target))) {
      if (this.trials >= MOST_TRIALS) return
      this.trials += 1
      yield
      // What is so of the lead itself, or of its way, has a cause of its own.
      const mends = lifted ? this.allOf(lifted.gone, target).filter(lifted.mayHang) : []
      if (!lifted || mends.length < 2 || !mends.includes(target)) continue
      const change: Change = { words: lifted.words, fix: null, suppose: (plan) => plan, rank: 4, evidence: 2 }
      this.remedies.push({ change, target, mends, gone: lifted.gone, isOwn: false, cautions: 0 })
    }
  }

  /**
   * Findings no graver than this one of which nothing is left, nor any stop that was told with them; of this one most of that
   * is enough, and what a rule offers itself mends what that rule found.
   */
  private allOf(gone: ReadonlySet<string>, target: Finding, isOwn = false): readonly Finding[] {
    return this.all.filter(
      (each) =>
        this.isTold(each) &&
        WORTH[each.severity] <= WORTH[target.severity] &&
        ((each === target && (isOwn || this.takesMost(each, gone))) || this.stopsLeft(each, gone) === 0) &&
        this.apart.get(each.id)!.members.every((member) => gone.has(member) || !this.found.has(member)),
    )
  }

  /** Whether more goes of what was told with it than stays: what stays has a cause of its own. */
  private takesMost(finding: Finding, gone: ReadonlySet<string>): boolean {
    return this.stopsLeft(finding, gone) * 2 < finding.followers.length - this.leftOf(finding, gone).length
  }

  private stopsLeft(finding: Finding, gone: ReadonlySet<string>): number {
    return this.leftOf(finding, gone).filter(({ severity }) => severity === 'stop').length
  }

  /** What was told with a finding and does not go with it. */
  private leftOf({ followers }: Finding, gone: ReadonlySet<string>): readonly Finding[] {
    return followers
      .flatMap(({ id }) => this.apart.get(id) ?? [])
      .filter(({ members }) => members.some((member) => this.found.has(member) && !gone.has(member)))
  }

  /** What mends the most is believed first; what it leaves has causes of its own. */
  told(): readonly Finding[] {
    const now = new Map<Finding, readonly Finding[]>()
    for (;;) {
      const open = this.remedies.filter(({ target }) => !now.has(target))
      // A caution that comes with it may have been there before the mistake, which hid it: it decides between likes alone.
      const worthOf = (remedy: Remedy) =>
        remedy.mends.reduce((sum, each) => sum + (now.has(each) ? 0 : WORTH[each.severity]), 0) -
        WORTH.stop * this.stopsLeftOf(remedy)
      const [most] = open.toSorted(
        (a, b) =>
          worthOf(b) - worthOf(a) ||
          this.leavesOf(a) - this.leavesOf(b) ||
          a.change.rank - b.change.rank ||
          a.cautions - b.cautions,
      )
      if (!most) break
      const { target } = most
      // What its own rule offers is believed before a change that mends no more stops and could not be offered.
      const stops = most.mends.filter((each) => each.severity === 'stop' && !now.has(each))
      const own = open.find(
        (remedy) =>
          !isOffered(most) &&
          remedy.isOwn &&
          remedy.target === target &&
          this.stopsLeftOf(remedy) === 0 &&
          stops.every((each) => remedy.mends.includes(each)),
      )
      const first = own ?? most
      const others = first.mends.filter((each) => each !== target && !now.has(each))
      const best = open
        .filter(
          (remedy) =>
            remedy.target === target &&
            worthOf(remedy) === worthOf(first) &&
            others.every((each) => remedy.mends.includes(each)),
        )
        .sort((a, b) => a.change.rank - b.change.rank)
        .filter(({ change, isOwn }, _, [likeliest]) => isOwn || change.rank <= likeliest!.change.rank + MUCH_RARER)
        // What is told first is what is offered first.
        .sort((a, b) => Number(isOffered(b)) - Number(isOffered(a)))
      const left = [target, ...others].flatMap((each) => this.leftOf(each, first.gone))
      const explained = this.explained(this.without(target, left), target, best, others)
      const followers = others.map((each) => this.without(each, left))
      now.set(target, [followers.length > 0 ? withConsequences(explained, followers) : explained, ...left])
      for (const each of others) now.set(each, [])
    }
    return bySeverity(
      this.all.flatMap(
        (finding) => now.get(finding) ?? (this.tried.has(finding) ? [this.explained(finding, finding, [])] : [finding]),
      ),
    )
  }

  /** A finding without some of what is told with it. */
  private without(finding: Finding, left: readonly Finding[]): Finding {
    if (left.length === 0 || finding.followers.length === 0) return finding
    const stay = finding.followers.flatMap(({ id }) => this.apart.get(id) ?? []).filter((each) => !left.includes(each))
    const alone = this.apart.get(finding.id)!
    return stay.length > 0 ? withConsequences(alone, stay) : alone
  }

  private stopsLeftOf({ mends, gone }: Remedy): number {
    return mends.reduce((sum, each) => sum + this.stopsLeft(each, gone), 0)
  }

  private leavesOf({ mends, gone }: Remedy): number {
    return mends.reduce((sum, each) => sum + this.leftOf(each, gone).length, 0)
  }

  /**
   * @param finding as it is told in the end
   * @param followers told with it: what is offered mends them too
   */
  private explained(
    finding: Finding,
    target: Finding,
    best: readonly Remedy[],
    followers: readonly Finding[] = [],
  ): Finding {
    const hasOwn = best.some(({ isOwn }) => isOwn)
    const [first, ...others] = new Set(hasOwn ? [] : best.flatMap(({ change }) => change.words ?? []))
    const offered = [
      ...best.filter(({ isOwn }) => isOwn || !hasOwn),
      ...this.remedies.filter(
        (remedy) => remedy.isOwn && remedy.target === target && followers.every((each) => remedy.mends.includes(each)),
      ),
    ]
    return {
      ...finding,
      fixes: distinct(offered.flatMap((remedy) => (isOffered(remedy) ? [remedy.change.fix!] : []))).slice(
        0,
        MOST_PLACES,
      ),
      cause:
        first === undefined
          ? null
          : {
              words: first,
              elsewhere: others.slice(0, MOST_PLACES - 1),
            },
    }
  }
}

/** Whether a hand may do it as it is said: it brings nothing. */
const isOffered = ({ change, cautions }: Remedy): boolean => change.fix !== null && cautions === 0

const distinct = (fixes: readonly Fix[]): readonly Fix[] => [
  ...new Map(fixes.map((fix) => [JSON.stringify(fix.commands), fix])).values(),
]
