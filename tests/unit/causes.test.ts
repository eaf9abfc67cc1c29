import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parsePlan } from '@/core/plan/schema/parsePlan'
import { tryOut } from '@/core/evaluate'
import { findAll, review, type Finding } from '@/core/findings'
import { apply, type Plan } from '@/core/plan'
import { withCauses } from '@/core/repair'
import { BUILDS } from '../builds'
import type { Mistake } from '../builds/build'
import * as to from '../builds/edits'

const explained = (plan: Plan) => withCauses(plan, review(plan))
const grave = (findings: readonly Finding[]) => findings.filter(({ severity }) => severity !== 'note')
const words = ({ title, what, why, cause }: Finding) => `${title}\n${what}\n${why}\n${cause?.words ?? ''}`

/** So many of them, the same for everyone unless a seed is given. */
const drawnFrom = <T>(all: readonly T[], count: number): readonly T[] => [
  ...new Set(fc.sample(fc.constantFrom(...all), count)),
]

const CASES = BUILDS.flatMap(({ name, plan, mistakes }) =>
  mistakes.map((mistake) => ({ name: `${name}: ${mistake.is}`, plan, mistake })),
)

/** What a person at the bench would say was done wrong. */
const NAMED: readonly (readonly [build: string, mistake: string, cause: RegExp])[] = [
  ['router, converted', 'pulse and direction of an axis exchanged', /W\d+ and W\d+ are exchanged at (D11|A1)/],
  ['arm of six axes', '5 V feed on 24 V', /W13 sits at PS1 \+V and not at PS2 out \+/],
  ['two supplies', 'positives joined', /is one wire too many/],
  ['kit printer on 230 V', 'sensors of hot end and bed exchanged', /the leads of B1 and B2 are exchanged/],
  ['arm of six axes', 'stop pressed in the minus', /S0 lies in the way home and belongs in the feed/],
  ['garage router', 'supply past the contactor', /W\d+ and W\d+ sit at .* and not at PS1/],
  ['picker with servos', 'a servo’s pulse lead on its own plus', /W44 (sits|hangs)|hangs on W44/],
]

describe('the cause of a finding, by the least change that mends it', () => {
  it.each(NAMED)('%s, %s: is named', (build, mistake, cause) => {
    const { plan, mistake: own } = CASES.find(({ name }) => name === `${build}: ${mistake}`)!
    const told = explained(own.edit(plan)).filter(({ severity }) => severity === 'stop')
    expect(told.map((finding) => finding.cause?.words ?? finding.what).join('\n')).toMatch(cause)
  })

  it.each(drawnFrom(CASES, 24))('$name', ({ plan, mistake }) => {
    const wrong = mistake.edit(plan)
    const raw = grave(findAll(wrong))
    const told = explained(wrong)
    // Nothing that rules find is lost: each is told in one finding, by itself or as what follows.
    const members = told.flatMap((finding) => finding.members)
    for (const { id } of raw) expect(members.filter((member) => member === id).length, id).toBe(1)
    // Every fix that is offered mends what it is offered for, and brings nothing.
    for (const finding of grave(told))
      for (const { label, commands } of finding.fixes) {
        const trial = tryOut(wrong, commands)
        expect(trial, `${finding.what}: ${label}`).toMatchObject({ kind: 'tried', raised: [] })
        const outcome = apply(wrong, commands)
        const after = outcome.kind === 'applied' ? new Set(grave(findAll(outcome.plan)).map(({ id }) => id)) : null
        for (const id of finding.members) if (raw.some((each) => each.id === id)) expect(after?.has(id)).toBe(false)
      }
    // The mistake itself is told still, at the weight that its author wrote down first.
    expect(told.some((finding) => finding.severity === mistake.wants && mistake.says.test(words(finding)))).toBe(true)
  })
})

describe('what hangs on where an end lies', () => {
  it('takes nothing with it that is so of the lead itself', () => {
    const { plan } = BUILDS.find(({ name }) => name === 'kit printer on 230 V')!
    const lead = 'A1.M1A+ > M1.A+'
    // A lead of solid core moves in a chain, and its end lies on a rail: two mistakes at one lead.
    const wrong = to.all(
      to.wire(lead, { construction: 'solid', flexClass: 'chain' }),
      to.land('M1.A+ > A1.M1A+', 'F2.4'),
    )(plan)
    const told = grave(explained(wrong))
    expect(told.filter(({ rule }) => rule === 'solid-moves')).toHaveLength(1)
    expect(told.some(({ severity, rule }) => severity === 'stop' && rule !== 'solid-moves')).toBe(true)
  })
})

/** Two mistakes of one build that touch different leads. */
const pairsOf = (mistakes: readonly Mistake[]) =>
  mistakes.flatMap((one, i) => mistakes.slice(i + 1).map((other) => [one, other] as const))

describe('two mistakes at once', () => {
  const doubles = BUILDS.flatMap(({ plan, mistakes }) =>
    pairsOf(mistakes).map(([one, other]) => ({ plan, one, other })),
  )

  it('are two findings, unless one change takes away what both did', () => {
    const judged = drawnFrom(doubles, 20).flatMap(({ plan, one, other }) => {
      const wrong = both(plan, one, other)
      if (!wrong) return []
      const known = new Set(findAll(plan).map(({ id }) => id))
      const told = grave(explained(wrong))
      const left = new Set(findAll(wrong).map(({ id }) => id))
      const owns = [one, other].map((each) =>
        grave(findAll(each.edit(plan))).flatMap(({ id }) => (!known.has(id) && left.has(id) ? [id] : [])),
      )
      if (owns.some((own) => own.length === 0)) return []
      const [first, second] = owns.map((own) =>
        told.filter(({ members }) => members.some((id) => own.includes(id))),
      ) as [Finding[], Finding[]]
      const isTwo = first.some((a) => second.some((b) => a !== b))
      // One change that takes away what both did, and brings nothing, is one cause: a contact passed and led the other way.
      const isOne = first.some(({ fixes }) =>
        fixes.some(({ commands }) => {
          const outcome = apply(wrong, commands)
          if (outcome.kind === 'refused') return false
          const after = new Set(findAll(outcome.plan).map(({ id }) => id))
          return owns.flat().every((id) => !after.has(id))
        }),
      )
      return [isTwo || isOne ? '' : `${one.is}, and ${other.is}: ${first.map(({ what }) => what).join('; ')}`]
    })
    expect(judged.length).toBeGreaterThan(8)
    expect(judged.filter((each) => each !== '')).toEqual([])
  })
})

/** Null where the second finds no more what the first has changed. */
function both(plan: Plan, one: Mistake, other: Mistake): Plan | null {
  try {
    const wrong = other.edit(one.edit(plan))
    // Some mistakes of a bench cannot be entered: such a plan is refused before anybody looks at it.
    return parsePlan(structuredClone(wrong)).kind === 'refused' ? null : wrong
  } catch {
    return null
  }
}
